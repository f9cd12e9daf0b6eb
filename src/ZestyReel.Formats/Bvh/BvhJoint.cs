using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Bvh;

/// <summary>A joint of a skeleton.</summary>
/// <param name="Name">Its name, as the file has it.</param>
/// <param name="Parent">The place of its parent among the joints, which comes before it; null of a root.</param>
/// <param name="Offset">Where it rests in its parent, in the file's lengths.</param>
/// <param name="Channels">What its columns say, in their order. Rotations are multiplied in that order, so that the last one turns first.</param>
/// <param name="End">Where its bone ends, if it has no children.</param>
public sealed record BvhJoint(string Name, int? Parent, Vector Offset, ImmutableArray<BvhChannel> Channels, Vector? End = null);
