using ZestyReel.Core.Curves;
using ZestyReel.Core.Retiming;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Plays the whole scene at one speed, without touching a key: a warp of its own, which every such edit sets anew. At
/// the speed of 1 it goes away.
/// </summary>
/// <param name="Speed">2 is twice as fast.</param>
/// <param name="FitRange">The scene range ends where the motion then does, and the work range with it.</param>
/// <param name="Length">How many frames the scene is to have, its first and its last pose on the first and the last of them; instead of the speed, and met exactly.</param>
public sealed record SetSceneSpeed(decimal Speed = 1, bool FitRange = true, decimal? Length = null) : Edit
{
    /// <summary>What the warp is called.</summary>
    public const string WarpName = "Whole scene";

    private const decimal Fine = 1_000_000;

    /// <inheritdoc/>
    public override string Title(Scene scene) => Length is { } length
        ? FormattableString.Invariant($"Play the whole scene in {length:0.####} frames")
        : FormattableString.Invariant($"Play the whole scene at {Speed:0.####}×");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var known = scene.Warps.Values.FirstOrDefault(warp => warp.CoversScene && (warp.Name == WarpName || warp.Name.StartsWith($"{WarpName} ", StringComparison.Ordinal)));
        // What the whole scene plays, from the first pose to the last, is told by the warp that is there, else by the range.
        var (rate, range) = (scene.Rate, scene.Settings.Range);
        var (start, end) = known is null
            ? (rate.StartOf(range.First), rate.StartOf(Math.Max(range.Last, range.First + 1)))
            : (new Tick((long)known.Curve.Keys[0].Value), new Tick((long)known.Curve.Keys[^1].Value));
        var stop = Stop(rate, start, end);
        if (!stop.IsWithinReach || stop <= start) throw new Refusal("speed", "the scene would be too long or too short");
        var curve = new Curve([Straight(start, start), Straight(stop, end)]);
        var id = known?.Id ?? scene.NextWarpId();
        scene = stop == end
            ? scene with { Warps = scene.Warps.Remove(id) }
            : scene.With(known is null ? new Warp(id, Names.Free(WarpName, scene.Warps.Values.Select(warp => warp.Name).ToHashSet()), true, null, WarpBeyond.RunOn, curve) : known with { Curve = curve });
        if (!FitRange) return scene;
        var last = Math.Max(range.First, rate.NearestFrame(stop));
        var work = scene.Settings.Work;
        return scene with
        {
            Settings = scene.Settings with
            {
                Range = range with { Last = last },
                Work = new FrameRange(Math.Min(work.First, last), Math.Min(work.Last, last)),
            },
        };
    }

    private Tick Stop(FrameRate rate, Tick start, Tick end)
    {
        if (Length is not { } length)
            return Speed is < 0.01m or > 100
                ? throw new Refusal("speed", "give a speed from 0.01 to 100")
                : new Stretch(rate, start, (long)Fine, (long)(Speed * Fine)).Of(end);
        if (length is <= 1 or > FrameRange.Longest) throw new Refusal("length", $"give a length above 1 frame, and of at most {FrameRange.Longest}");
        return rate.Moved(start, length - 1, "length");
    }

    private static Key Straight(Tick played, Tick source) => new(played, source.Value, Interpolation.Linear, Interpolation.Linear);
}
