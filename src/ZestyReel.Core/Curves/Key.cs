using ZestyReel.Core.Time;

namespace ZestyReel.Core.Curves;

/// <summary>A value at a time, with how motion comes in and goes out. The handles count only where the mode is free.</summary>
public readonly record struct Key(
    Tick Time,
    double Value,
    Interpolation In = Interpolation.Clamped,
    Interpolation Out = Interpolation.Clamped,
    Handle InHandle = default,
    Handle OutHandle = default)
{
    /// <summary>The key as it stands when the stretch between two times is played backwards.</summary>
    public Key TurnedInTime(Tick first, Tick last) => this with
    {
        Time = new Tick(first.Value + last.Value - Time.Value),
        In = Out,
        Out = In,
        InHandle = new Handle(-OutHandle.Ticks, OutHandle.Value),
        OutHandle = new Handle(-InHandle.Ticks, InHandle.Value),
    };

    /// <summary>The key with its value, and so its handles, made so many times as high and then raised.</summary>
    public Key Raised(double factor, double offset) => this with
    {
        Value = Value * factor + offset + 0.0,
        InHandle = new Handle(InHandle.Ticks, InHandle.Value * factor),
        OutHandle = new Handle(OutHandle.Ticks, OutHandle.Value * factor),
    };
}
