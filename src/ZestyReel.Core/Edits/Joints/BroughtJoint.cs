using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>A joint as it is brought in.</summary>
/// <param name="Name">What it is called; a number is added where there is one already.</param>
/// <param name="Parent">The place of its parent among the joints, which comes before it; null of a root.</param>
/// <param name="Offset">Where it rests in its parent.</param>
/// <param name="Order">The order of its rotations.</param>
/// <param name="Channels">What moves.</param>
public sealed record BroughtJoint(string Name, int? Parent, Vector Offset, RotationOrder Order, ImmutableArray<BroughtChannel> Channels);
