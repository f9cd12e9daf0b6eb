using System.Collections.Immutable;
using System.Runtime.InteropServices;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Retiming;

/// <summary>
/// Moves moments to other moments without changing their order. Applied to keys it never merges two of them:
/// where two would meet, the earlier one stands a tick ahead.
/// </summary>
public abstract class TimeMap
{
    /// <summary>Where a moment goes.</summary>
    public abstract Tick Of(Tick time);

    /// <summary>Where the moments right before one go; another place than its own where time is cut.</summary>
    public virtual Tick OfBefore(Tick time) => Of(time);

    /// <summary>The moments, rising, at which it is cut or changes its factor; between them it is a line.</summary>
    public virtual ImmutableArray<Tick> Breaks => [];

    /// <summary>How many times as long a short stretch that ends at the moment becomes.</summary>
    public abstract double FactorBefore(Tick time);

    /// <summary>How many times as long a short stretch that starts at the moment becomes.</summary>
    public abstract double FactorAfter(Tick time);

    /// <summary>Whether clips become as much longer as they are spread, and their rates stay; else their rates make up for it.</summary>
    public virtual bool LengthensClips => false;

    /// <summary>
    /// The scene with every key, warp, placed clip, cue, bookmark and mark moved, and sounds whole, by their starts. If S is this map and W a warp, the new warp is
    /// S∘W∘S⁻¹, so that what was played at a moment is played at the moment's new place; see <see cref="WarpMoving"/>.
    /// </summary>
    /// <exception cref="Refusal">A key would land out of reach, or nothing is left of a placed clip.</exception>
    public Scene Applied(Scene scene) => scene with
    {
        Objects = scene.Objects.ToImmutableSortedDictionary(o => o.Key, o => Applied(o.Value)),
        Warps = scene.Warps.ToImmutableSortedDictionary(w => w.Key, w => WarpMoving.Moved(w.Value, this)),
        Clips = LengthensClips ? scene.Clips.ToImmutableSortedDictionary(c => c.Key, c => Lengthened(c.Value)) : scene.Clips,
        PlacedClips = scene.PlacedClips.ToImmutableSortedDictionary(p => p.Key, p => Kept(scene, p.Value)),
        Cues = scene.Cues.ToImmutableSortedDictionary(c => c.Key, c => Applied(c.Value)),
        Layers = scene.Layers.ToImmutableSortedDictionary(l => l.Key, l => l.Value.Strength.Curve is { } curve ? l.Value with { Strength = l.Value.Strength with { Curve = Applied(curve) } } : l.Value),
        Sounds = scene.Sounds.ToImmutableSortedDictionary(s => s.Key, s => s.Value.Later(Reached(s.Value.Start) - s.Value.Start)),
        Bookmarks = scene.Bookmarks.ToImmutableSortedDictionary(b => b.Key, b => b.Value with { Time = Reached(b.Value.Time) }),
        Marks = scene.Marks.ToImmutableSortedDictionary(m => m.Key, m => m.Value with { Start = Reached(m.Value.Start), End = Reached(m.Value.End) }),
    };

    /// <summary>The frames of a range, after the moments at which it starts and ends have moved.</summary>
    /// <param name="range">The range before.</param>
    /// <param name="rate">The rate that both count in.</param>
    public FrameRange Applied(FrameRange range, FrameRate rate)
    {
        var first = rate.NearestFrame(Of(rate.StartOf(range.First)));
        var end = rate.NearestFrame(Of(rate.StartOf(range.Last + 1)));
        return new(first, Math.Max(first, end - 1));
    }

    /// <summary>The frames of a range, after its first and its last frame have moved.</summary>
    /// <param name="range">The range before.</param>
    /// <param name="rate">The rate that both count in.</param>
    public FrameRange AppliedToPoses(FrameRange range, FrameRate rate)
    {
        var first = rate.NearestFrame(Of(rate.StartOf(range.First)));
        return new(first, Math.Max(first, rate.NearestFrame(Of(rate.StartOf(range.Last)))));
    }

    /// <summary>The curve with its keys and free handles moved.</summary>
    /// <exception cref="Refusal">A key would land out of reach.</exception>
    public Curve Applied(Curve curve)
    {
        var keys = new Key[curve.Keys.Length];
        for (var i = keys.Length - 1; i >= 0; i--)
        {
            var key = curve.Keys[i];
            var time = Reached(key.Time);
            if (i < keys.Length - 1 && time >= keys[i + 1].Time) time = new Tick(keys[i + 1].Time.Value - 1);
            keys[i] = key with
            {
                Time = time,
                InHandle = Scaled(key.InHandle, FactorBefore(key.Time)),
                OutHandle = Scaled(key.OutHandle, FactorAfter(key.Time)),
            };
        }
        return curve.WithKeys(ImmutableCollectionsMarshal.AsImmutableArray(keys));
    }

    /// <summary>
    /// A placed clip between its new ends, from the phase at which it started to the one at which it ended; null where
    /// nothing is left between them.
    /// </summary>
    /// <exception cref="Refusal">Its rate would be out of bounds.</exception>
    public PlacedClip? Applied(PlacedClip placed)
    {
        var (start, end) = (Reached(placed.Start), Reached(placed.End));
        if (end <= start) return null;
        var slower = LengthensClips ? 1 : (double)(placed.End - placed.Start).Value / (end - start).Value;
        return placed with
        {
            Start = start,
            End = end,
            Offset = LengthensClips ? (long)Math.Round(placed.Offset * FactorAfter(Tick.Zero)) : placed.Offset,
            Rate = placed.Rate.Curve is { } curve ? placed.Rate with { Curve = Slower(Applied(curve)) } : new Channel(Fits(placed.Rate.Still * slower)),
        };

        Curve Slower(Curve curve) => curve.WithKeys([.. curve.Keys.Select(key => key.Raised(slower, 0) with { Value = Fits(key.Value * slower) })]);
        static double Fits(double rate) => ClipRate.Spec.Checked(rate, "rate");
    }

    /// <exception cref="Refusal">Nothing is left of it.</exception>
    private PlacedClip Kept(Scene scene, PlacedClip placed) => Applied(placed)
        ?? throw new Refusal("frames", $"nothing would be left of {scene.Clip(placed.Clip).Name} on {scene.Object(placed.Object).Name}; take it off first, or delete what stands in the frames");

    /// <summary>A cue with its times moved, its offset as much longer as time is from its anchor on.</summary>
    /// <exception cref="Refusal">One would be out of reach.</exception>
    private Cue Applied(Cue cue)
    {
        var (anchor, start) = (Reached(cue.Anchor), cue.Anchor + cue.Offset);
        return cue with { From = Reached(cue.From), Anchor = anchor, Offset = start.IsWithinReach ? Reached(start) - anchor : throw new Refusal("cues", "a cue would be out of reach") };
    }

    private Clip Lengthened(Clip clip) => clip with
    {
        Length = Reached(new Tick(clip.Length)).Value,
        Channels = clip.Channels.ToImmutableSortedDictionary(c => c.Key, c => Applied(c.Value)),
    };

    private SceneObject Applied(SceneObject thing) =>
        thing.Channels.Values.All(c => c.Curve is null)
            ? thing
            : thing with
            {
                Channels = thing.Channels.ToImmutableSortedDictionary(
                    c => c.Key,
                    c => c.Value.Curve is { } curve ? c.Value with { Curve = Applied(curve) } : c.Value),
            };

    /// <exception cref="Refusal">It is out of reach.</exception>
    internal Tick Reached(Tick time)
    {
        var moved = Of(time);
        return moved.IsWithinReach ? moved : throw new Refusal("keys", "a key would land out of reach");
    }

    private static Handle Scaled(Handle handle, double factor) => handle == default || factor == 1 ? handle : new(handle.Ticks * factor, handle.Value);
}
