using ZestyReel.Core.Changes;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Changes;

public class SceneTablesTests
{
    [Fact]
    public void Every_kind_of_row_but_three_is_declared_once() =>
        SceneTables.All.Select(table => table.Kind).Concat([RowKind.Settings, RowKind.Object, RowKind.Channel]).ShouldBe(Enum.GetValues<RowKind>(), ignoreOrder: true);

    [Fact]
    public void Rows_that_come_change_and_go_are_found_and_put_back()
    {
        var before = Moving().After(new SetBookmark(12, "Horn", BookmarkColour.Rose), new SetBookmark(20, "Pier", BookmarkColour.Rose));
        var (horn, pier) = (before.Bookmarks.Values.Single(mark => mark.Name == "Horn").Id, before.Bookmarks.Values.Single(mark => mark.Name == "Pier").Id);
        var after = before.After(new AddWarp("Slow"), new DeleteBookmark(horn), new SetBookmark(20, "Quay", BookmarkColour.Rose, pier), new SetNamedSelection("Boats only", [Ferry]));
        var change = SceneChange.Between(before, after);
        change.Rows.Select(row => (row.Row.Kind, row.Row.Id, row.Before is null, row.After is null)).ShouldBe(
            [(RowKind.Warp, 1, true, false), (RowKind.Bookmark, horn.Value, false, true), (RowKind.Bookmark, pier.Value, false, false), (RowKind.NamedSelection, 2, true, false)], ignoreOrder: true);
        SceneChange.Between(change.AppliedTo(before), after).IsEmpty.ShouldBeTrue();
        SceneChange.Between(change.Reversed().AppliedTo(after), before).IsEmpty.ShouldBeTrue();
        change.Rows[0].Row.In(after).ShouldBe(after.Warp(new WarpId(1)));
    }
}
