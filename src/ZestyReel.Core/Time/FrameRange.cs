using System.Text.Json.Serialization;

namespace ZestyReel.Core.Time;

/// <summary>A run of whole frames; both the first and the last are played.</summary>
[method: JsonConstructor]
public readonly record struct FrameRange(long First, long Last)
{
    /// <summary>The longest range that a scene can have, in frames.</summary>
    public const long Longest = 1_000_000;

    /// <summary>How many frames are played.</summary>
    [JsonIgnore]
    public long Count => Last - First + 1;

    /// <summary>Frames can be shown anywhere in ±10,000,000.</summary>
    public const long FurthestFrame = 10_000_000;

    /// <summary>Whether another range lies inside this one.</summary>
    public bool Contains(FrameRange inner) => inner.First >= First && inner.Last <= Last;

    /// <summary>The part of this range inside <paramref name="outer"/>, or all of <paramref name="outer"/> if they do not meet.</summary>
    public FrameRange FittedInto(FrameRange outer) =>
        First > outer.Last || Last < outer.First
            ? outer
            : new(Math.Max(First, outer.First), Math.Min(Last, outer.Last));

    /// <exception cref="Refusal">The last frame comes before the first, or the range is out of reach.</exception>
    public FrameRange Checked(string place)
    {
        if (Last < First)
            throw new Refusal(place, $"the last frame ({Last}) comes before the first ({First}); give a last frame of {First} or later");
        if (First < -FurthestFrame || Last > FurthestFrame)
            throw new Refusal(place, $"frames lie between -{FurthestFrame} and {FurthestFrame}");
        if (Count > Longest)
            throw new Refusal(place, $"{Count} frames are more than the {Longest} a range can have");
        return this;
    }
}
