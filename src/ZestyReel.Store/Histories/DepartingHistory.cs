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
    private const long MostWork = HistoryParts.MostWork / 2;

    /// <summary>Packs it.</summary>
    /// <param name="connection">A transaction in which all is as it is.</param>
    /// <param name="kept">The scene as it is there.</param>
    /// <param name="into">Where the parts go; stands at its beginning afterwards.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="InvalidDataException">The history does not fit the scene.</exception>
    public static OutgoingHistory Pack(SqliteConnection connection, KeptScene kept, Stream into, CancellationToken stop)
    {
        var assets = kept.Scene.Assets().Keys.ToHashSet();
        var last = Math.Min(kept.Floor + kept.History.Count, kept.Position + HistoryParts.MostSteps);
        var (start, first) = Back(connection, kept, Math.Max(kept.Floor, last - HistoryParts.MostSteps), stop);
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
        return new(kept.Scene, assets, room => into.Read(room), into.Dispose);
    }

    private static (Scene Scene, int First) Back(SqliteConnection connection, KeptScene kept, int earliest, CancellationToken stop)
    {
        var (scene, at, work) = (kept.Scene, kept.Position, 0L);
        foreach (var (packing, bytes) in SceneStore.Steps(connection, kept.Id, earliest, kept.Position, back: true))
        {
            stop.ThrowIfCancellationRequested();
            var change = ChangePacking.Step((int)packing, bytes, scene, back: true);
            if ((work += HistoryParts.WorkOf(change, scene)) > MostWork) break;
            scene = change.AppliedTo(scene);
            at--;
        }
        return (scene, at);
    }
}
