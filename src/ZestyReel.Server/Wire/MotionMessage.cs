using MessagePack;

namespace ZestyReel.Server.Wire;

/// <summary>Which objects really move.</summary>
/// <param name="Still">Those with keys that change nothing.</param>
/// <param name="Moving">Those that move by their own channels.</param>
/// <param name="Outside">Those with keys outside the scene range.</param>
[MessagePackObject]
public sealed record MotionMessage([property: Key("still")] int[] Still, [property: Key("moving")] int[] Moving, [property: Key("outside")] int[] Outside);
