using System.Collections.Immutable;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Lays several bookmarks of one name, numbered from 1 in the order of time.</summary>
/// <param name="Times">When.</param>
/// <param name="Name">What they are called, before their numbers.</param>
/// <param name="Colour">How they are marked on the ruler.</param>
/// <param name="Frames">Each lies on the nearest whole frame; where several do on one, there is one.</param>
/// <param name="Instead">Those of that colour that are there already go.</param>
public sealed record LayBookmarks(ImmutableArray<Tick> Times, string Name, BookmarkColour Colour, bool Frames = false, bool Instead = false) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Bookmark {(Times.IsDefault || Times.Length == 1 ? "a moment" : $"{Times.Length} moments")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Times.IsDefaultOrEmpty) throw new Refusal("times", "give at least one moment");
        if (Times.Length > Bookmark.MostInScene) throw new Refusal("times", $"a scene has room for {Bookmark.MostInScene} bookmarks; these are {Times.Length}");
        if (!Enum.IsDefined(Colour)) throw new Refusal("colour", "there is no such colour");
        foreach (var time in Times)
            if (!time.IsWithinReach) throw new Refusal("times", "a bookmark would stand out of reach");
        var moments = Times.Select(time => Frames ? scene.Rate.StartOf(scene.Rate.NearestFrame(time)) : time).Distinct().Order().ToList();
        var next = BookmarkEdits.NextId(scene).Value;
        var laid = scene.Bookmarks.RemoveRange(Instead ? scene.Bookmarks.Values.Where(each => each.Colour == Colour).Select(each => each.Id) : []).ToBuilder();
        foreach (var (i, time) in moments.Index())
        {
            var id = new BookmarkId(next + i);
            laid[id] = new(id, Names.Checked($"{Name} {i + 1}", "name"), time, Colour);
        }
        return BookmarkEdits.WithRoom(scene with { Bookmarks = laid.ToImmutable() });
    }
}
