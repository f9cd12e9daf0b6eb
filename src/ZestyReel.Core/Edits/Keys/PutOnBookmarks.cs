using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Moves keys so that each is seen on the bookmark that is nearest to it: on a beat, say. Of several keys of a channel for
/// which the same one is nearest, the nearest of them is moved, the earlier of two alike; the others stay.
/// </summary>
/// <param name="Keys">Which keys.</param>
/// <param name="Colour">Only bookmarks of that colour; all, when left out.</param>
/// <param name="Furthest">Keys that are seen further away than so many frames stay.</param>
/// <param name="Meet">What happens where a key lands on one that stays.</param>
public sealed record PutOnBookmarks(ImmutableArray<KeySet> Keys, BookmarkColour? Colour = null, decimal? Furthest = null, WhenKeysMeet Meet = WhenKeysMeet.Stop) : Edit
{
    /// <inheritdoc/>
    public override bool MayTakeLong() => ChannelKeys.AreMany(Keys);

    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Put {ChannelWords.Keys(Keys)} on bookmarks";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Furthest < 0) throw new Refusal("furthest", "give a distance of 0 frames or more");
        var marks = BookmarkEdits.Times(scene, Colour);
        if (marks.Length == 0) throw new Refusal("bookmarks", Colour is null ? "there are no bookmarks; set one first, or find the beats of a sound" : "there are no bookmarks of that colour");
        var reach = Furthest is { } frames ? (double)frames * scene.Rate.TicksPerFrame : double.PositiveInfinity;
        var (flow, placing) = (new TimeFlow(scene), new KeyPlacing(scene.Rate, Meet));
        var moved = scene.OnEachChannel(Keys, (at, times) =>
        {
            // A key that is never played is not seen anywhere.
            var nearest = times
                .Select(time => (Time: time, Seen: flow.PlayedOf(at.Curve, time.Value)))
                .Where(key => key.Seen is not null)
                .Select(key => (key.Time, Mark: Nearest(marks, key.Seen!.Value), Seen: key.Seen!.Value))
                .Select(key => (key.Time, key.Mark, Away: Math.Abs(key.Mark.Value - key.Seen)))
                .Where(key => key.Away <= reach)
                .GroupBy(key => key.Mark)
                .Select(group => group.MinBy(key => (key.Away, key.Time)))
                .ToDictionary(key => key.Time, key => SeenValues.KeyedAt(flow.SourceOf(at.Curve, key.Mark.Value)));
            return nearest.Count == 0
                ? at.Channel
                : at.Channel.WithKeysMoved(nearest.Keys.ToHashSet(), key => key with { Time = nearest[key.Time] }, placing, handlesAlong: true);
        });
        placing.Finish();
        return moved;
    }

    private static Tick Nearest(Tick[] marks, double moment)
    {
        var after = Array.BinarySearch(marks, new Tick((long)Math.Floor(moment)));
        after = Math.Clamp(after < 0 ? ~after : after, 0, marks.Length - 1);
        return after > 0 && moment - marks[after - 1].Value <= marks[after].Value - moment ? marks[after - 1] : marks[after];
    }
}
