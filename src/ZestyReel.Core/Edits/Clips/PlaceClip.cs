using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Places a clip on objects.</summary>
/// <param name="Clip">Which clip.</param>
/// <param name="Objects">On which objects; each has at least one of its channels.</param>
/// <param name="Frame">The played frame on which it starts.</param>
/// <param name="Times">How often it is played through, at the rate of 1; above 0.</param>
/// <param name="Cycle">What it does when it has been played through.</param>
/// <param name="After">What is left of it after its end.</param>
public sealed record PlaceClip(
    ClipId Clip, ImmutableArray<ObjectId> Objects, decimal Frame, decimal Times = 1,
    ClipCycle Cycle = ClipCycle.Once, ClipAfter After = ClipAfter.LetGo) : Edit
{
    private const decimal Most = 100_000;

    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant(
        $"Place {scene.Clip(Clip).Name} on {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")} at {Frame}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var clip = scene.Clip(Clip);
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one object");
        if (!Enum.IsDefined(Cycle) || !Enum.IsDefined(After)) throw new Refusal("cycle", "there is no such way");
        var flow = new TimeFlow(scene);
        var next = scene.NextPlacedClipId().Value;
        foreach (var id in Objects.Distinct())
        {
            Fits(clip, scene.Object(id, "objects"), "objects");
            var start = SeenValues.KeyedAt(flow.SourceOf(id, scene.Rate.At(Frame).Value));
            scene = scene.With(SetPlacedClip.Checked(
                new PlacedClip(new PlacedClipId(next++), Clip, id, start, EndOf(clip, start, Times), 0, Cycle, After, PlacedClip.AsRecorded)));
        }
        return scene;
    }

    /// <summary>Where a clip ends that is played so often.</summary>
    /// <exception cref="Refusal">It is played no times, or too often.</exception>
    internal static Tick EndOf(Clip clip, Tick start, decimal times) => times is > 0 and <= Most
        ? new Tick((long)(start.Value + Math.Round(clip.Length * times)))
        : throw new Refusal("times", FormattableString.Invariant($"a clip is played more than 0 times, and {Most} at the most"));

    /// <exception cref="Refusal">The object has none of the clip's channels.</exception>
    internal static void Fits(Clip clip, SceneObject thing, string place)
    {
        if (!clip.Channels.Keys.Any(channel => thing.Find(channel) is not null))
            throw new Refusal(place, $"{thing.Name} has none of the channels of {clip.Name}");
    }
}
