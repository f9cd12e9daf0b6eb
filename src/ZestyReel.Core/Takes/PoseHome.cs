using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Takes;

/// <summary>Where an object and a device stood when they were bound.</summary>
/// <param name="Pose">The device.</param>
/// <param name="Position">The object, in its parent.</param>
/// <param name="Rotation">Its rotations in degrees.</param>
public sealed record PoseHome(TrackedPose Pose, Vector Position, (double X, double Y, double Z) Rotation);
