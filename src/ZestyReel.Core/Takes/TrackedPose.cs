using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Takes;

/// <summary>Where a tracked device said that it was.</summary>
/// <param name="Number">Counts what the device sends, by one each time; after the largest comes the smallest.</param>
/// <param name="Stamp">Its own clock, in seconds, from whenever it counts.</param>
/// <param name="Arrived">When it came here, in seconds of a clock that only goes forward.</param>
/// <param name="Position">Where it was, in its lengths: right, up, and towards whoever looks.</param>
/// <param name="Rotation">How it was turned, as a unit quaternion.</param>
public readonly record struct TrackedPose(int Number, double Stamp, double Arrived, Vector Position, Quaternion Rotation);
