using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Live;

/// <summary>Samples come in chunks: runs of one number of frames, side by side from frame 0 both ways.</summary>
/// <param name="Length">Frames in each.</param>
public readonly record struct Chunks(int Length)
{
    /// <summary>The longest, in frames.</summary>
    public const int Longest = 256;

    /// <summary>Most samples of all tracks in one: 1.6 MB, so that what is looked at never waits long behind what is fetched ahead.</summary>
    public const long MostSamples = 400_000;

    /// <summary>Chunks as long as the tracks of a scene leave room for.</summary>
    public static Chunks For(Scene scene)
    {
        var (length, tracks) = (Longest, TracksOf(scene));
        while (length > 1 && length * tracks > MostSamples) length /= 2;
        return new(length);
    }

    /// <summary>The number of the chunk that a frame lies in.</summary>
    public long Of(long frame) => Math.DivRem(frame, Length) is var (whole, rest) && rest < 0 ? whole - 1 : whole;

    /// <summary>The frames of a chunk, as far as frames go.</summary>
    public FrameRange Frames(long chunk) =>
        new(Math.Max(chunk * Length, -FrameRange.FurthestFrame), Math.Min(chunk * Length + Length - 1, FrameRange.FurthestFrame));

    /// <summary>How many tracks have a sample for each frame.</summary>
    private static long TracksOf(Scene scene)
    {
        long tracks = scene.Warps.Count + 2L * scene.PlacedClips.Count + 1;
        var warped = scene.Warps.IsEmpty ? 0 : 1;
        foreach (var thing in scene.Objects.Values)
        {
            long keyed = thing.Channels.Count(channel => channel.Value.Curve is not null);
            if (keyed > 0 || thing.Roll is not null) tracks += keyed + 4;
            tracks += warped;
        }
        foreach (var placed in scene.PlacedClips.Values) tracks += scene.Clips[placed.Clip].Channels.Count;
        return tracks;
    }
}
