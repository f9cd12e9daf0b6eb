using System.Globalization;
using Dapper;
using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Scenes;
using ZestyReel.Store.Packing;

namespace ZestyReel.Store.Histories;

/// <summary>
/// A packed history that comes in with its scene. It is walked step by step, and each step checked as an edit is, before
/// anything of it is kept; where it does not hold, it stays behind and the scene comes without.
/// </summary>
/// <param name="open">Opens the packed history at its beginning.</param>
/// <param name="length">About how many bytes it has.</param>
/// <param name="isThat">Whether a scene is the one that comes in.</param>
/// <param name="check">Refuses a scene, of which channels have been taken out, that no scene file could have.</param>
/// <param name="file">The bytes of a file that it needs; null where they do not come along.</param>
public sealed class ArrivingHistory(Func<Stream> open, long length, Func<Scene, bool> isThat, Action<Scene> check, Func<NamedAsset, byte[]?> file)
{
    private const int LongestTitle = 2_000, LongestAuthor = 64, MostAtOnce = 500, LargestNumber = 1_000_000_000;

    private const long BytesAtOnce = 4_000_000;

    private readonly Dictionary<AssetHash, NamedAsset> _assets = [];

    // Steps that give the scene another name, or keep it with other settings.
    private readonly List<long> _named = [];

    /// <summary>How many steps came in.</summary>
    public int Steps { get; private set; }

    /// <summary>How many of them are in force.</summary>
    internal int Position { get; private set; }

    /// <summary>Why it stayed behind; null where it came in.</summary>
    public string? Behind { get; private set; }

    /// <summary>Keeps it for a scene that is on its way in.</summary>
    /// <param name="database">Where the scene is kept.</param>
    /// <param name="id">Its number there.</param>
    /// <param name="stop">Calls it off.</param>
    /// <param name="told">Told which share of it is done.</param>
    /// <returns>The scene, its rows numbered as the history has them; null where the history stays behind.</returns>
    /// <exception cref="StoreTrouble">It cannot be kept.</exception>
    internal Scene? Keep(Database database, long id, Action<double>? told, CancellationToken stop)
    {
        try
        {
            using var stream = open();
            return Walked(database, id, new HistoryParts(stream), told, stop);
        }
        catch (Exception wrong) when (wrong is not (OperationCanceledException or StoreTrouble or OutOfMemoryException))
        {
            Behind = Reason(wrong);
            (Steps, Position) = (0, 0);
            _assets.Clear();
            _named.Clear();
            while (database.Write(connection => connection.Execute("DELETE FROM history WHERE rowid IN (SELECT rowid FROM history WHERE scene_id = @id LIMIT 500)", new { id })) > 0) { }
            return null;
        }
    }

    /// <summary>The files that only earlier states need, where they come along.</summary>
    internal IEnumerable<(NamedAsset File, byte[] Bytes)> Files(Scene present)
    {
        var there = present.Assets();
        foreach (var each in _assets.Values.Where(each => !there.ContainsKey(each.Asset)))
            if (file(each) is { } bytes) yield return (each, bytes);
    }

    /// <summary>The scene comes in under another name: it has that one all along, so that a step back does not give it a name that is taken.</summary>
    internal void Rename(Database database, long id, string name, string called)
    {
        // In small bites, so that nobody waits.
        foreach (var some in _named.Chunk(MostAtOnce))
            database.Write(connection =>
            {
                foreach (var seq in some)
                {
                    var change = connection.QuerySingle<byte[]>("SELECT change FROM history WHERE scene_id = @id AND seq = @seq", new { id, seq });
                    connection.Execute("UPDATE history SET change = @renamed WHERE scene_id = @id AND seq = @seq", new { id, seq, renamed = ChangePacking.Renamed(change, name, called) });
                }
            });
    }

    private Scene Walked(Database database, long id, HistoryParts parts, Action<double>? told, CancellationToken stop)
    {
        var head = parts.Read<HistoryHead>();
        if (head.Version != HistoryParts.Version || head.Packing != ChangePacking.Packing) throw new Refusal("history", "a newer version of the program packed it");
        if (head.Steps is < 0 or > HistoryParts.MostSteps || head.Position < 0 || head.Position > head.Steps) throw new InvalidDataException("head");
        var scene = Stepped(HistoryParts.Nothing, head.Start).Scene;
        SceneRules.Check(scene);
        var present = head.Position == 0 ? scene : null;
        var (work, packed, kept) = (0L, new List<object>(), 0L);
        for (var seq = 1L; seq <= head.Steps; seq++)
        {
            stop.ThrowIfCancellationRequested();
            var step = parts.Read<HistoryStep>();
            var entry = Checked(step, seq);
            (var change, scene) = Stepped(scene, step.Change);
            if ((work += HistoryParts.WorkOf(change, scene)) > HistoryParts.MostWork) throw new Refusal("history", "it has more steps than are looked through for a scene as large as this");
            foreach (var each in HistoryParts.Files(change)) _assets.TryAdd(each.Asset, each);
            if (change.Rows.Any(row => row.Row.Kind == RowKind.Settings)) _named.Add(seq);
            if (seq == head.Position) present = scene;
            // Packed anew: what is kept is what has been checked.
            var bytes = ChangePacking.Pack(change);
            packed.Add(new { id, entry.Seq, entry.Title, entry.MadeAt, packing = ChangePacking.Packing, bytes, entry.Author, entry.Name, entry.Undoes });
            if (packed.Count >= MostAtOnce || (kept += bytes.Length) > BytesAtOnce) Flush();
            told?.Invoke(Math.Min(1, (double)parts.Passed / Math.Max(1, length)));
        }
        parts.End();
        Flush();
        if (!isThat(present!)) throw new Refusal("history", "it is that of another scene");
        foreach (var each in scene.Assets().Values.Concat(present!.Assets().Values)) _assets.TryAdd(each.Asset, each);
        (Steps, Position) = (head.Steps, head.Position);
        return present;

        void Flush()
        {
            database.Write(connection => connection.Execute("""
                INSERT INTO history (scene_id, seq, title, made_at, packing, change, author, name, undoes)
                VALUES (@id, @Seq, @Title, @MadeAt, @packing, @bytes, @Author, @Name, @Undoes)
                """, packed));
            packed.Clear();
            kept = 0;
        }
    }

    private (SceneChange Change, Scene Scene) Stepped(Scene from, byte[] packed)
    {
        ChangePacking.CheckNesting(packed);
        var scene = ChangePacking.Step(ChangePacking.Packing, packed, from, back: false).AppliedTo(from);
        var change = SceneChange.Between(from, scene);
        if (change.Rows.Any(row => row.Row.Kind != RowKind.Settings && row.Row.Id is < 1 or > LargestNumber)) throw new InvalidDataException("number");
        ChangeRules.Check(change, scene);
        // Keys and values are checked by now. What else changed has to be something that a scene file could have.
        if (HistoryParts.IsOfKeysAlone(change)) return (change, scene);
        SceneRules.Check(scene);
        check(scene with { Objects = scene.Objects.SetItems(scene.Objects.Select(each => KeyValuePair.Create(each.Key, each.Value with { Channels = each.Value.Channels.Clear() }))) });
        return (change, scene);
    }

    private static HistoryEntry Checked(HistoryStep step, long seq)
    {
        var isRight = step.Title is { Length: > 0 and <= LongestTitle } && !step.Title.Any(char.IsControl)
            && DateTime.TryParseExact(step.MadeAt, Clock.Form, CultureInfo.InvariantCulture, DateTimeStyles.None, out _)
            && (step.Author is null || step.Author.Length <= LongestAuthor && step.Author.All(letter => char.IsAsciiLetterOrDigit(letter) || letter is '-' or '_'))
            && (step.Undoes is null || step.Undoes >= 0 && step.Undoes < seq);
        if (!isRight) throw new InvalidDataException($"step {seq}");
        return new(seq, step.Title, step.MadeAt, step.Author, step.Name is null ? null : Names.Checked(step.Name, "name"), step.Undoes);
    }

    private static string Reason(Exception wrong) => wrong switch
    {
        Refusal { Place: "history" } refused => refused.Reason,
        Refusal refused => $"one of its steps breaks a rule: {refused.Reason}",
        _ => "it is damaged",
    };
}
