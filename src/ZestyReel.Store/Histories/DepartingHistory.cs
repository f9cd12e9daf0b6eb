using Dapper;
using Microsoft.Data.Sqlite;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Store.Packing;

namespace ZestyReel.Store.Histories;

/// <summary>Packs what was done to a scene, so that it goes with it.</summary>
internal static class DepartingHistory
{
    // Half of what is taken in: whoever takes it in counts a little differently.
    private const long MostRows = HistoryParts.MostRows / 2;

    /// <summary>Packs it.</summary>
    /// <param name="connection">A transaction in which all is as it is.</param>
    /// <param name="kept">The scene as it is there.</param>
    /// <param name="into">Where the parts go; stands at its beginning afterwards.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="InvalidDataException">The history does not fit the scene.</exception>
    public static OutgoingHistory Pack(SqliteConnection connection, KeptScene kept, Stream into, CancellationToken stop)
    {
        var assets = kept.Scene.Assets().Keys.ToHashSet();
        var last = kept.Floor + kept.History.Count;
        var (start, first) = Back(connection, kept, Math.Max(kept.Floor, last - HistoryParts.MostSteps), last, stop);
        assets.UnionWith(start.Assets().Keys);
        var parts = new HistoryParts(into);
        parts.Write(new HistoryHead(HistoryParts.Version, ChangePacking.Packing, last - first, kept.Position - first, ChangePacking.Pack(SceneChange.Between(HistoryParts.Nothing, start))));
        var scene = start;
        foreach (var (at, (packing, bytes)) in SceneStore.Steps(connection, kept.Id, first, last).Index())
        {
            stop.ThrowIfCancellationRequested();
            var change = ChangePacking.Step((int)packing, bytes, scene, back: false);
            scene = change.AppliedTo(scene);
            assets.UnionWith(HistoryParts.Files(change).Select(file => file.Asset));
            var entry = kept.History[first - kept.Floor + at];
            parts.Write(new HistoryStep(entry.Title, entry.MadeAt, entry.Author, entry.Name, entry.Undoes is { } undone ? Math.Max(0, undone - first) : null, ChangePacking.Pack(change)));
        }
        into.Position = 0;
        return new(kept.Scene, assets, into);
    }

    private static (Scene Scene, int First) Back(SqliteConnection connection, KeptScene kept, int earliest, int last, CancellationToken stop)
    {
        var (scene, at) = (kept.Scene, kept.Position);
        var rows = (last - at) * HistoryParts.RowsOf(scene);
        foreach (var (packing, bytes) in SceneStore.Steps(connection, kept.Id, earliest, kept.Position, back: true))
        {
            stop.ThrowIfCancellationRequested();
            if ((rows += HistoryParts.RowsOf(scene)) > MostRows) break;
            scene = ChangePacking.Step((int)packing, bytes, scene, back: true).AppliedTo(scene);
            at--;
        }
        return (scene, at);
    }
}
