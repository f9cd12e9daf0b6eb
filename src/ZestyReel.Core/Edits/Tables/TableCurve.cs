using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>A column of a table, for a channel.</summary>
/// <param name="Object">Whose channel.</param>
/// <param name="Channel">The channel's name.</param>
/// <param name="Times">When its values stand, rising.</param>
/// <param name="Values">The values, in the channel's unit.</param>
public sealed record TableCurve(ObjectId Object, string Channel, ImmutableArray<Tick> Times, ImmutableArray<double> Values);
