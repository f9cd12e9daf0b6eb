using System.Collections.Immutable;
using System.Text.Json.Serialization;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Reels;

/// <summary>Which pictures a reel has, and at which times each of them is exposed.</summary>
/// <param name="Frames">The frames that are shot.</param>
/// <param name="Every">Every so many frames one is shot.</param>
/// <param name="LeadIn">So many pictures before hold the first one.</param>
/// <param name="LeadOut">So many pictures after hold the last one.</param>
/// <param name="Shutter">How long a picture is exposed: 360° are a whole frame, 0° a single moment. The middle of it is the frame's own time.</param>
/// <param name="Inside">How many moments of that are put together.</param>
public sealed record ReelPlan(FrameRange Frames, int Every = 1, int LeadIn = 0, int LeadOut = 0, double Shutter = 0, int Inside = 1)
{
    /// <summary>Most pictures of a reel.</summary>
    public const int MostPictures = 20_000;

    /// <summary>Most moments of one picture.</summary>
    public const int MostInside = 64;

    /// <summary>Most pictures that are held before or after.</summary>
    public const int LongestLead = 1000;

    /// <summary>How many different pictures are shot.</summary>
    [JsonIgnore]
    public int Shot => (int)((Frames.Count + Every - 1) / Every);

    /// <summary>How many pictures are played, those that hold among them.</summary>
    [JsonIgnore]
    public int Played => LeadIn + Shot + LeadOut;

    /// <exception cref="Refusal">A number is out of reach.</exception>
    public ReelPlan Checked()
    {
        Frames.Checked("frames");
        if (Every is < 1 or > 1000) throw new Refusal("every", "shoot every 1st to every 1000th frame");
        if (LeadIn is < 0 or > LongestLead) throw new Refusal("leadIn", $"hold 0 to {LongestLead} pictures");
        if (LeadOut is < 0 or > LongestLead) throw new Refusal("leadOut", $"hold 0 to {LongestLead} pictures");
        if (!(Shutter is >= 0 and <= 720)) throw new Refusal("shutter", "the shutter's angle is 0° to 720°");
        if (Inside is < 1 or > MostInside) throw new Refusal("inside", $"put 1 to {MostInside} moments together");
        if ((Frames.Count + Every - 1) / Every > MostPictures) throw new Refusal("frames", $"a reel has {MostPictures} pictures at the most; shoot fewer frames, or every second one");
        return this;
    }

    /// <summary>The frame of a shot picture, counted from 0.</summary>
    public long FrameOf(int picture) => Frames.First + (long)picture * Every;

    /// <summary>The shot picture that is seen on a place of the reel, counted from 0: the first and the last are held.</summary>
    public int PictureAt(int place) => Math.Clamp(place - LeadIn, 0, Shot - 1);

    /// <summary>Places spread evenly over the reel, its first and its last among them; all of them where there are no more.</summary>
    /// <exception cref="Refusal">None is asked for.</exception>
    public ImmutableArray<int> Spread(int count)
    {
        if (count < 1) throw new Refusal("count", "ask for one place at least");
        if (count >= Played) return [.. Enumerable.Range(0, Played)];
        if (count == 1) return [0];
        return [.. Enumerable.Range(0, count).Select(i => (int)Math.Round((double)i * (Played - 1) / (count - 1), MidpointRounding.AwayFromZero))];
    }

    /// <summary>The times of the moments of some pictures in a row, in ticks as played.</summary>
    public double[] Moments(FrameRate rate, int first, int count)
    {
        var moments = new double[count * Inside];
        for (var i = 0; i < moments.Length; i++)
        {
            var middle = (double)rate.StartOf(FrameOf(first + i / Inside)).Value;
            // Evenly over the time that the shutter is open, each in the middle of its share.
            moments[i] = Inside == 1 ? middle : middle + ((i % Inside + 0.5) / Inside - 0.5) * Shutter / 360 * rate.TicksPerFrame;
        }
        return moments;
    }

    /// <summary>The source frame of each shot picture, as the scene as a whole shows it.</summary>
    public ImmutableArray<double> Sources(Scene scene)
    {
        var played = Enumerable.Range(0, Shot).Select(picture => (double)scene.Rate.StartOf(FrameOf(picture)).Value).ToArray();
        return [.. new Evaluation.FrameTimes(scene, played).ForScene().Select(scene.Rate.FrameOf)];
    }
}
