using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>How far fewer keys may be off the samples that they are made of; 0 keeps each sample.</summary>
/// <param name="Values">In scene lengths, or the channel's own unit.</param>
/// <param name="Degrees">The same of channels in degrees.</param>
internal readonly record struct Tolerances(double Values, double Degrees)
{
    /// <exception cref="Refusal">One is below 0, or no number.</exception>
    public Tolerances Checked()
    {
        Check(Values, "tolerance");
        Check(Degrees, "degrees");
        return this;
    }

    public double Of(ChannelSpec spec) => spec.Unit == ChannelUnit.Degrees ? Degrees : Values;

    private static void Check(double tolerance, string place)
    {
        if (!(tolerance >= 0 && double.IsFinite(tolerance))) throw new Refusal(place, "the tolerance is 0 or more");
    }
}
