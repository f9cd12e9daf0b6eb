using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Points at keys of one channel by their times.</summary>
public sealed record KeySet(ObjectId Object, string Channel, ImmutableArray<Tick> Times);
