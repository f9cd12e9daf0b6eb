namespace ZestyReel.Core.Time;

/// <summary>A length of time in ticks; may be negative. A span is not a moment: only <c>Tick − Tick</c> makes one.</summary>
public readonly record struct TickSpan(long Value);
