using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Saves selected keys of an object as a named clip, which starts at the first of them and ends at the last.</summary>
/// <param name="Keys">The keys, all of one object.</param>
/// <param name="Name">What the clip is called; left out, it gets a name.</param>
/// <param name="Values">How their values go into the clip.</param>
/// <param name="InPlace">The keys go, and the clip is placed where they were: the motion stays the same.</param>
public sealed record SaveClip(
    ImmutableArray<KeySet> Keys, string? Name = null, ClipValues Values = ClipValues.Changes, bool InPlace = false) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Save clip {Name ?? ""}".TrimEnd();

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Keys.IsDefaultOrEmpty || Keys.All(set => set.Times.IsDefaultOrEmpty)) throw new Refusal("keys", "select at least two keys");
        if (!Enum.IsDefined(Values)) throw new Refusal("values", "there is no such way for values");
        if (Keys.Any(set => set.Curve.Owner != OwnerKind.Object)) throw new Refusal("keys", "points of warps and rates cannot be in a clip; select keys of an object");
        if (Keys.Any(set => LayeredName.Is(set.Curve.Channel))) throw new Refusal("keys", "keys in a layer cannot be in a clip; select keys of the base, or merge the layer first");
        if (Keys.Select(set => set.Object).Distinct().Count() > 1) throw new Refusal("keys", "a clip is of one object; select keys of one only");
        var (first, last) = (Keys.SelectMany(set => set.Times).Min(), Keys.SelectMany(set => set.Times).Max());
        if (first == last) throw new Refusal("keys", "a clip needs a length; select keys at two times or more");
        var taken = scene.Clips.Values.Select(clip => clip.Name).ToHashSet();
        var id = scene.NextClipId();
        var name = Name is null ? Names.Free("Clip", taken) : RenameClip.Free(scene, id, Name);
        var curves = ImmutableSortedDictionary.CreateBuilder<string, Curve>();
        var left = scene.OnEachChannel(Keys, (spec, channel, times) =>
        {
            if (spec.HoldsOnly) throw new Refusal("keys", $"{spec.Name} only jumps, and nothing can be added to it; leave it out of the clip");
            var selected = KeptCourse.Of(channel.Curve!, [.. channel.Curve!.Keys.Where(key => times.Contains(key.Time))]);
            var rest = Values == ClipValues.Changes ? selected[0].Value : 0;
            curves[spec.Name] = new Curve([.. selected.Select(key => key.Raised(1, -rest) with { Time = new Tick(key.Time.Value - first.Value) })]);
            if (!InPlace) return channel;
            if (times.Count < channel.Curve.Keys.Length)
                throw new Refusal("keys", $"not all keys of {spec.Name} are selected, so the motion would change; select all of them, or save the clip beside them");
            if (channel.Curve is not { Before: Extrapolation.Hold, After: Extrapolation.Hold })
                throw new Refusal("keys", $"{spec.Name} goes on before or after its keys, and a clip would not; let it hold there first, or save the clip beside the keys");
            return channel with { Curve = null, Still = spec.Checked(rest, "keys") };
        });
        if (InPlace) RefuseOthers(scene, curves.Keys);
        scene = (InPlace ? left : scene).With(new Clip(id, name, (last - first).Value, curves.ToImmutable()));
        if (!InPlace) return scene;
        return scene.With(new PlacedClip(
            scene.NextPlacedClipId(), id, Keys[0].Curve.Object!.Value, first, last, 0, ClipCycle.Once, ClipAfter.Hold, PlacedClip.AsRecorded));
    }

    /// <exception cref="Refusal">In the place of keys the clip would not be the same motion.</exception>
    private void RefuseOthers(Scene scene, IEnumerable<string> channels)
    {
        var thing = scene.Object(Keys[0].Curve.Object!.Value);
        if (channels.Any(name => QuaternionRotation.Covers(thing, name)))
            throw new Refusal("keys", $"{thing.Name} has quaternion interpolation, and a clip adds to each rotation by itself; let it rotate about each axis first, or save the clip beside the keys");
        if (scene.PlacedClips.Values.Any(placed => placed.Object == thing.Id && scene.Clips[placed.Clip].Channels.Keys.Any(channels.Contains)))
            throw new Refusal("keys", $"there is a clip on {thing.Name} with the same channels, and one would blend into the other; bake it first, or save the clip beside the keys");
    }
}
