using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Copied keys of one channel, in rising time.</summary>
public sealed record CopiedChannel(ObjectId Object, string Channel, ImmutableArray<CopiedKey> Keys);
