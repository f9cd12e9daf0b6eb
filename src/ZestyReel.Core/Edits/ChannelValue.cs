using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>A channel and a value for it; null stands for the value that it has anyway.</summary>
public sealed record ChannelValue(ObjectId Object, string Channel, double? Value = null);
