using ZestyReel.Core.Time;

namespace ZestyReel.Core.Curves;

/// <summary>A value at a time, with how motion arrives and leaves. The handles count only where the mode is free.</summary>
public readonly record struct Key(
    Tick Time,
    double Value,
    Interpolation In = Interpolation.Clamped,
    Interpolation Out = Interpolation.Clamped,
    Handle InHandle = default,
    Handle OutHandle = default);
