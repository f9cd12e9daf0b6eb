using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Scenes;

/// <summary>
/// What every scene keeps to, whoever made it: a reader of files or an edit. A scene that does can be written, read again
/// as the same, and shown.
/// </summary>
public static class SceneRules
{
    /// <summary>The largest radius of a wheel, in scene lengths.</summary>
    public const double LargestRadius = 1e9;

    /// <summary>Checks everything in a scene.</summary>
    /// <exception cref="Refusal">Something breaks a rule.</exception>
    public static void Check(Scene scene)
    {
        Check(scene.Settings);
        foreach (var thing in scene.Objects.Values)
        {
            Check(thing);
            foreach (var (name, channel) in thing.Channels) Check(thing, name, channel);
        }
        foreach (var warp in scene.Warps.Values) Check(scene, warp);
        if (scene.Bookmarks.Count > Bookmark.MostInScene) throw new Refusal("bookmarks", $"a scene has room for {Bookmark.MostInScene} bookmarks");
        foreach (var bookmark in scene.Bookmarks.Values) Check(bookmark);
        foreach (var selection in scene.NamedSelections.Values) Check(selection);
        foreach (var clip in scene.Clips.Values) Check(clip);
        foreach (var placed in scene.PlacedClips.Values) Check(scene, placed);
        foreach (var cue in scene.Cues.Values) CueRules.Check(scene, cue);
        foreach (var layer in scene.Layers.Values) LayerRules.Check(layer);
        foreach (var sound in scene.Sounds.Values) SoundRules.Check(sound);
        foreach (var backdrop in scene.Backdrops.Values) BackdropRules.Check(backdrop);
        foreach (var mark in scene.Marks.Values) MarkRules.Check(mark);
        SceneTies.Check(scene);
    }

    /// <exception cref="Refusal">The settings break a rule.</exception>
    public static void Check(SceneSettings settings)
    {
        Names.Checked(settings.Name, "name");
        settings.Range.Checked("range");
        settings.Work.Checked("work");
        SceneClock.StartChecked(settings.Rate, settings.Start, "start");
        if (!settings.Range.Contains(settings.Work))
            throw new Refusal("work", $"the work range {settings.Work.First} to {settings.Work.Last} reaches beyond the scene's {settings.Range.First} to {settings.Range.Last}");
    }

    /// <summary>Checks an object without its channels.</summary>
    /// <exception cref="Refusal">It breaks a rule.</exception>
    public static void Check(SceneObject thing)
    {
        Names.Checked(thing.Name, "name");
        if (!Enum.IsDefined(thing.Kind)) throw new Refusal("kind", "there is no such kind of object");
        if (!Enum.IsDefined(thing.RotationOrder)) throw new Refusal("rotationOrder", "there is no such rotation order");
        if (!Enum.IsDefined(thing.RotationInterpolation)) throw new Refusal("rotation", "there is no such interpolation of rotations");
        if (thing.Roll is { } roll && (!Enum.IsDefined(roll.Axle) || !(roll.Radius is > 0 and <= LargestRadius)))
            throw new Refusal("roll", "the radius of a wheel is above 0");
        if (thing.Kind == ObjectKind.Path != thing.Path is not null) throw new Refusal("points", thing.Path is null ? "a path has points" : $"a {thing.Kind.ToString().ToLowerInvariant()} has no points");
        if (thing.Path is { } path) PathRules.Check(path);
        if (thing.Follow is { } follow) PathRules.Check(follow);
        if (thing.Aim is { } aim) AimRules.Check(aim);
        LooseRules.Check(thing);
        DeformerRules.Check(thing);
        FadeRules.Check(thing);
        TextRules.Check(thing);
        MeshRules.Check(thing);
    }

    /// <exception cref="Refusal">The channel breaks a rule.</exception>
    public static void Check(SceneObject thing, string name, Channel channel) => Check(thing.Spec(name, "channel"), channel, $"{thing.Name}'s {name}");

    /// <summary>Checks a channel by what is known of it.</summary>
    /// <exception cref="Refusal">It breaks a rule.</exception>
    public static void Check(ChannelSpec spec, Channel channel, string place)
    {
        spec.Checked(channel.Still, place);
        if (LayeredName.Is(spec.Name) && channel is not { Still: 0, Curve: not null, Locked: false }) throw new Refusal(place, "in a layer a channel has keys, and nothing else");
        if (channel.Curve is not { } curve) return;
        foreach (ref readonly var key in curve.Keys.AsSpan())
        {
            // The usual case, without the words.
            if (!(key.Value >= spec.Least && key.Value <= spec.Most) || spec.HoldsOnly && key.Value != Math.Floor(key.Value)) spec.Checked(key.Value, place);
            if (!IsMode(key.In) || !IsMode(key.Out)) throw new Refusal(place, "there is no such interpolation");
            if (spec.HoldsOnly && (key.In != Interpolation.Hold || key.Out != Interpolation.Hold)) throw new Refusal(place, $"{spec.Name} only holds; nothing lies between its values");
        }
        if (!IsWay(curve.Before) || !IsWay(curve.After)) throw new Refusal(place, "there is no such way before or after the keys");
        if (spec.HoldsOnly && (LeavesItsValues(curve.Before) || LeavesItsValues(curve.After)))
            throw new Refusal(place, $"{spec.Name} takes whole values only; hold, repeat or mirror it before and after its keys");
    }

    /// <exception cref="Refusal">The warp breaks a rule.</exception>
    public static void Check(Scene scene, Warp warp)
    {
        Names.Checked(warp.Name, "name");
        if (!Enum.IsDefined(warp.Beyond)) throw new Refusal("beyond", "there is no such way beyond the ends");
        if (warp.Curve is not { Before: Extrapolation.Hold, After: Extrapolation.Hold }) throw new Refusal("warp", "a warp runs on or stops beyond its ends; set that instead");
        foreach (var key in warp.Curve.Keys)
        {
            if (key.Value != Math.Floor(key.Value) || !new Tick((long)key.Value).IsWithinReach) throw new Refusal("warp", "a source time is out of reach");
            if (!IsMode(key.In) || !IsMode(key.Out)) throw new Refusal("warp", "there is no such interpolation");
        }
        if (warp.Targets is not { } targets) return;
        var seen = new HashSet<TimeTarget>();
        foreach (var target in targets)
        {
            if (target.Channel is { } channel) scene.Object(target.Object, "targets").OwnSpec(channel, "targets");
            if (!seen.Add(target)) throw new Refusal("targets", $"{warp.Name} covers the same twice");
        }
    }

    /// <exception cref="Refusal">The bookmark breaks a rule.</exception>
    public static void Check(Bookmark bookmark)
    {
        Names.Checked(bookmark.Name, "name");
        if (!bookmark.Time.IsWithinReach) throw new Refusal("bookmark", "a bookmark would stand out of reach");
        if (!Enum.IsDefined(bookmark.Colour)) throw new Refusal("colour", "there is no such colour");
    }

    /// <exception cref="Refusal">The named selection breaks a rule.</exception>
    public static void Check(NamedSelection selection)
    {
        Names.Checked(selection.Name, "name");
        if (selection.Objects.IsDefaultOrEmpty) throw new Refusal("objects", "a named selection has at least one object");
    }

    /// <exception cref="Refusal">The clip breaks a rule.</exception>
    public static void Check(Clip clip)
    {
        Names.Checked(clip.Name, "name");
        if (clip.Length <= 0 || !new Tick(clip.Length).IsWithinReach) throw new Refusal("length", "the length of a clip is above 0");
        if (clip.Channels.IsEmpty) throw new Refusal("channels", "a clip has at least one channel");
        foreach (var (name, curve) in clip.Channels)
        {
            if (ChannelCatalogue.OfAnyKind(name) is not { HoldsOnly: false }) throw new Refusal("channels", $"a clip cannot have the channel {Names.Shown(name)}");
            if (curve is not { Before: Extrapolation.Hold, After: Extrapolation.Hold }) throw new Refusal("channels", "a clip says on its object how it repeats");
            if (curve.Keys[0].Time < Tick.Zero || curve.Keys[^1].Time.Value > clip.Length) throw new Refusal("channels", "a key lies beyond the clip");
        }
    }

    /// <exception cref="Refusal">The placed clip breaks a rule.</exception>
    public static void Check(Scene scene, PlacedClip placed)
    {
        if (placed.End <= placed.Start) throw new Refusal("end", "a clip ends after it starts; give a later end or an earlier start");
        if (!placed.Start.IsWithinReach || !placed.End.IsWithinReach || !new Tick(placed.Offset).IsWithinReach)
            throw new Refusal("end", "the clip would be out of reach; give nearer ends");
        if (!Enum.IsDefined(placed.Cycle) || !Enum.IsDefined(placed.After)) throw new Refusal("cycle", "there is no such way");
        if (placed.Rate.Locked) throw new Refusal("rate", "the rate of a clip cannot be locked");
        Check(ClipRate.Spec, placed.Rate, "rate");
        var (clip, thing) = (scene.Clip(placed.Clip), scene.Object(placed.Object));
        foreach (var channel in clip.Channels.Keys)
            if (thing.Find(channel) is not null) return;
        throw new Refusal("object", $"{thing.Name} has none of the channels of {clip.Name}");
    }

    private static bool IsMode(Interpolation mode) => mode <= Interpolation.Free;

    private static bool IsWay(Extrapolation way) => way <= Extrapolation.Mirror;

    private static bool LeavesItsValues(Extrapolation way) => way is Extrapolation.Straight or Extrapolation.RepeatOffset;
}
