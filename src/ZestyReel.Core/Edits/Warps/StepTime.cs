using System.Collections.Immutable;
using System.Globalization;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Motion on twos, threes and so on: each picture stands for so many frames. It is a warp whose points hold, so that no
/// key is touched; done again over the same, it sets that warp anew, and every frame by itself takes it away.
/// </summary>
/// <param name="Every">For how many frames each picture stands, 1 to 100.</param>
/// <param name="Targets">What it covers; left out, the whole scene.</param>
/// <param name="First">The frame of the first picture; left out, that of the scene range.</param>
/// <param name="Last">The last frame that stands; left out, that of the scene range. Beyond both, time goes as it did.</param>
public sealed record StepTime(int Every, ImmutableArray<TimeTarget>? Targets = null, decimal? First = null, decimal? Last = null) : Edit
{
    /// <summary>For how many frames a picture may stand.</summary>
    public const int MostFrames = 100;

    private const int MostSteps = 100_000;

    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var objects = Targets?.Select(target => target.Object).Distinct().ToList();
        var what = objects switch { null => "the scene", [var one] => scene.Object(one).Name, _ => $"{objects.Count} objects" };
        return Every == 1 ? $"Play every frame of {what}" : $"Play {what} {Words(Every).ToLowerInvariant()}";
    }

    /// <summary>How animators call it.</summary>
    private static string Words(int every) => every switch { 2 => "On twos", 3 => "On threes", 4 => "On fours", _ => string.Create(CultureInfo.InvariantCulture, $"On {every}s") };

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Every is < 1 or > MostFrames) throw new Refusal("every", $"let a picture stand for 1 to {MostFrames} frames");
        var targets = SetWarpTargets.Checked(scene, Targets);
        var (rate, range) = (scene.Rate, scene.Settings.Range);
        var (first, last) = (First ?? range.First, Last ?? range.Last);
        var (from, to) = (rate.At(first, "first"), rate.At(last, "last"));
        if (to <= from) throw new Refusal("last", "the last frame comes after the first");
        var known = scene.Warps.Values.FirstOrDefault(warp => IsStepped(warp.Curve) && Covers(warp, targets));
        if (Every == 1) return known is null ? scene : scene with { Warps = scene.Warps.Remove(known.Id) };
        var steps = (long)Math.Floor((last - first) / Every) + 1;
        if (steps > MostSteps) throw new Refusal("every", $"that would be {steps} pictures, and {MostSteps} are the most; take a shorter stretch, or let each stand longer");
        // The last picture stands as long as the others.
        var keys = Enumerable.Range(0, (int)steps + 1).Select(i => Held(rate.At(first + (decimal)i * Every, "last")));
        var taken = scene.Warps.Values.Where(warp => warp.Id != known?.Id).Select(warp => warp.Name).ToHashSet();
        var id = known?.Id ?? scene.NextWarpId();
        return scene.With(new Warp(id, Names.Free(Words(Every), taken), true, targets, WarpBeyond.RunOn, new Curve([.. keys])));
    }

    private static Key Held(Tick time) => new(time, time.Value, Interpolation.Hold, Interpolation.Hold);

    private static bool IsStepped(Curve curve)
    {
        foreach (ref readonly var key in curve.Keys.AsSpan())
            if (key.Value != key.Time.Value || key.Out != Interpolation.Hold) return false;
        return true;
    }

    private static bool Covers(Warp warp, ImmutableArray<TimeTarget>? targets) =>
        warp.Targets is { } own ? targets is { } these && own.Length == these.Length && own.ToHashSet().SetEquals(these) : targets is null;
}
