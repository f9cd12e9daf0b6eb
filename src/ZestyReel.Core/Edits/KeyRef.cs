using System.Text.Json.Serialization;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Points at one key.</summary>
[method: JsonConstructor]
public readonly record struct KeyRef(ObjectId Object, string Channel, Tick Time);
