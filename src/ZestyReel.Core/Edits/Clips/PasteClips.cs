using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Places copied clips; a clip that the scene has already, by its name and its motion, is not kept twice.</summary>
/// <param name="Copied">The copied clips.</param>
/// <param name="At">The played frame on which the first of them starts; left out, all start where they did.</param>
/// <param name="Onto">
/// The objects that get them; left out, those that they came from. Clips of one object go to each of these; clips of
/// several go to as many, in order.
/// </param>
public sealed record PasteClips(CopiedClips Copied, decimal? At = null, ImmutableArray<ObjectId>? Onto = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var what = Copied.Placed.Length == 1 && Copied.Clips is [var only] ? only.Name : $"{Copied.Placed.Length} clips";
        return FormattableString.Invariant($"Paste {what}{(At is { } frame ? $" at {frame}" : "")}");
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Copied.Placed.IsDefaultOrEmpty || Copied.Clips.IsDefaultOrEmpty) throw new Refusal("copied", "nothing has been copied");
        if (Copied.Placed.Any(placed => placed.Clip < 0 || placed.Clip >= Copied.Clips.Length)) throw new Refusal("copied", "a clip that is placed was not copied");
        var clips = new ClipId?[Copied.Clips.Length];
        var first = Copied.Placed.Min(placed => placed.Played);
        var flow = new TimeFlow(scene);
        var (next, pasted) = (scene.NextPlacedClipId().Value, 0);
        foreach (var (target, copied) in Targets())
        {
            var thing = scene.Object(target, "onto");
            // What the other object has no channel for is left out; something must be left.
            if (!Copied.Clips[copied.Clip].Channels.Any(channel => thing.Find(channel.Channel) is not null)) continue;
            if (clips[copied.Clip] is not { } clip) (scene, clip) = With(scene, Copied.Clips[copied.Clip]);
            clips[copied.Clip] = clip;
            var placed = copied.Placed(new PlacedClipId(next++), clip, target);
            if (At is { } frame)
            {
                var played = scene.Rate.At(frame, "at") + (copied.Played - first);
                placed = placed.Later(SeenValues.KeyedAt(flow.SourceOf(target, played.Value)) - placed.Start);
            }
            scene = scene.With(SetPlacedClip.Checked(placed));
            pasted++;
        }
        return pasted > 0 ? scene : throw new Refusal("onto", "the selected objects have none of the channels of the clips that were copied");
    }

    private IEnumerable<(ObjectId, CopiedPlacedClip)> Targets()
    {
        if (Onto is not { IsDefaultOrEmpty: false } onto) return Copied.Placed.Select(placed => (placed.Object, placed));
        var sources = Copied.Placed.Select(placed => placed.Object).Distinct().ToList();
        if (sources.Count == 1) return onto.Distinct().SelectMany(target => Copied.Placed.Select(placed => (target, placed)));
        if (sources.Count != onto.Length)
            throw new Refusal("onto", $"the clips are from {sources.Count} objects; select clips of one object, or {sources.Count} objects to paste on");
        return Copied.Placed.Select(placed => (onto[sources.IndexOf(placed.Object)], placed));
    }

    /// <summary>The scene with a clip, and which one that is.</summary>
    private static (Scene, ClipId) With(Scene scene, CopiedClip copied)
    {
        var name = Names.Checked(copied.Name, "copied");
        var clip = copied.Clip(scene.NextClipId(), Names.Free(name, scene.Clips.Values.Select(each => each.Name).ToHashSet()));
        var known = scene.Clips.Values.FirstOrDefault(each => each.Name == name && IsSame(each, clip));
        return known is null ? (scene.With(clip), clip.Id) : (scene, known.Id);
    }

    private static bool IsSame(Clip one, Clip other) => one.Length == other.Length && one.Channels.Count == other.Channels.Count
        && one.Channels.All(channel => other.Channels.TryGetValue(channel.Key, out var curve) && curve.Keys.AsSpan().SequenceEqual(channel.Value.Keys.AsSpan()));
}
