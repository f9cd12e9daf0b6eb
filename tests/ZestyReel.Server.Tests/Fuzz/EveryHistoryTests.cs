using System.Globalization;
using MessagePack;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;
using ZestyReel.Store.Histories;
using ZestyReel.Store.Packing;

namespace ZestyReel.Server.Tests.Fuzz;

/// <summary>Any history goes out with its scene and comes in as the same; and whatever is made of its bytes, the scene comes in and nothing that breaks a rule does.</summary>
public class EveryHistoryTests(RunningServer server) : IClassFixture<RunningServer>
{
    private const int Histories = 6, Edits = 60, Spoiled = 180;

    private const string Part = "history.msgpack";

    private readonly int _seed = int.TryParse(Environment.GetEnvironmentVariable("ZESTY_FUZZ_SEED"), CultureInfo.InvariantCulture, out var given) ? given : 20_261_129;

    private int _taken, _refused;

    private SceneSessions Sessions => server.Service<SceneSessions>();

    [Fact]
    public async Task A_history_comes_back_as_it_was_and_a_spoiled_one_does_no_harm()
    {
        var random = new Random(_seed);
        for (var n = 0; n < Histories; n++)
        {
            var id = Worked(random);
            var package = await Package(id);
            var (copy, behind) = await Import(package);
            behind.ShouldBeNull($"seed {_seed}, history {n}");
            ShouldBeAlike(id, copy, random);
            for (var k = 0; k < Spoiled / Histories; k++) await ShouldDoNoHarm(package, random);
        }
        // Some of what is spoiled still holds, and some is only found by the rules.
        (_taken > 0, _refused > 0).ShouldBe((true, true), $"seed {_seed}: {_taken} taken, {_refused} refused");
    }

    // A scene with many edits by two people, some of which have been undone, and taken back one by one.
    private long Worked(Random random)
    {
        var id = server.Service<SceneShelf>().Add(EveryEditTests.Start()).Id;
        using var use = Sessions.Use(id);
        var people = new[] { new Origin("ada-1", "Ada"), new Origin("bo-2", "Bo"), Origin.Nobody };
        for (var n = 0; n < Edits; n++)
        {
            var (now, who) = (use.Session.State, people[random.Next(people.Length)]);
            try
            {
                if (random.Next(8) == 0) use.Session.Undo(now.Revision, who);
                else if (random.Next(8) == 0) use.Session.Redo(now.Revision, who);
                else if (new FittingEdits(random, now.Scene).Of(FittingEdits.Kinds[random.Next(FittingEdits.Kinds.Length)]) is { } edit && now.Scene.KeyCount() < 3000) use.Session.Apply(edit, now.Revision, who);
            }
            catch (Exception refused) when (refused is Refusal or Clash or TouchesOthers || refused.InnerException is Refusal || refused is OverflowException)
            {
            }
        }
        var end = use.Session.State;
        if (random.Next(2) == 0 && end.Position > 6) use.Session.GoTo(end.Position - 4, end.Revision);
        if (random.Next(3) == 0 && end.Position > 12) use.Session.LetGo(5);
        return id;
    }

    private Task<byte[]> Package(long id) => server.Http.GetByteArrayAsync($"/api/scenes/{id}/file?history=true");

    private async Task<(long Id, string? Behind)> Import(byte[] package)
    {
        var content = new ByteArrayContent(package);
        content.Headers.ContentType = new("application/vnd.zesty-scene+zip");
        var made = await RunningServer.Json((await server.Http.PostAsync("/api/scenes/import", content)).EnsureSuccessStatusCode());
        return (made.GetProperty("id").GetInt64(), made.GetProperty("historyBehind").GetString());
    }

    private void ShouldBeAlike(long id, long copy, Random random)
    {
        using var mine = Sessions.Use(id);
        using var theirs = Sessions.Use(copy);
        var (floor, own, other) = (mine.State.Floor, mine.State, theirs.State);
        (other.Position, other.Last).ShouldBe((own.Position - floor, own.Last - floor));
        other.History.Select(entry => (entry.Title, entry.MadeAt, entry.Author, entry.Name, entry.Undoes)).ShouldBe(own.History.Select(entry => (entry.Title, entry.MadeAt, entry.Author, entry.Name, entry.Undoes is { } undone ? Math.Max(0, undone - floor) : entry.Undoes)));
        // The copy has another name for as long as both are there.
        for (var n = 0; n < 12; n++)
        {
            var at = n == 0 ? floor : random.Next(floor, own.Last + 1);
            var (was, isNow) = (mine.Session.At(at), theirs.Session.At(at - floor));
            SceneFileWriter.Write(Called(isNow, was.Settings.Name)).AsSpan().SequenceEqual(SceneFileWriter.Write(was)).ShouldBeTrue($"seed {_seed}, step {at}");
        }
        // It can be gone through as any other.
        foreach (var to in new[] { 0, other.Last, random.Next(other.Last + 1) }) theirs.Session.GoTo(to, theirs.State.Revision);
    }

    private static Scene Called(Scene scene, string name) => scene with { Settings = scene.Settings with { Name = name } };

    // A number or two in what one of the steps changed: most such are still read.
    private static byte[] Otherwise(byte[] history, Random random)
    {
        var parts = Packages.Parts(history);
        var at = random.Next(1, parts.Count);
        var step = MessagePackSerializer.Deserialize<HistoryStep>(parts[at]);
        var rows = MessagePackSerializer.Deserialize<RowDifference[]>(step.Change);
        var row = random.Next(rows.Length);
        var after = rows[row].After ?? rows[row].Before ?? [];
        if (after.Length > 0 && random.Next(4) > 0) after[random.Next(after.Length)] = (byte)random.Next(256);
        rows[row] = random.Next(5) > 0 ? rows[row] with { After = after, Same = false } : rows[row] with { Id = random.Next(12), Kind = (byte)random.Next(14) };
        foreach (var keys in rows[row].Keys)
            if (random.Next(2) == 0 && keys.Added is { Length: > 5 } added) added[random.Next(5, added.Length)] = (byte)random.Next(256);
        parts[at] = MessagePackSerializer.Serialize(step with { Change = MessagePackSerializer.Serialize(rows) });
        return Packages.All(parts);
    }

    private async Task ShouldDoNoHarm(byte[] package, Random random)
    {
        var history = Packages.Part(package, Part);
        var (id, behind) = await Import(Packages.With(package, Part, random.Next(4) == 0 ? new Spoiling(random).Bytes(history) : Otherwise(history, random)));
        if (behind is null) _taken++;
        else if (behind.StartsWith("one of its steps breaks a rule", StringComparison.Ordinal)) _refused++;
        using var use = Sessions.Use(id);
        for (var at = 0; at <= use.State.Last; at += 1 + use.State.Last / 5)
        {
            var bytes = SceneFileWriter.Write(use.Session.At(at));
            SceneFileWriter.Write(SceneFileReader.Read(bytes)).AsSpan().SequenceEqual(bytes).ShouldBeTrue($"seed {_seed}, spoiled, step {at}");
        }
        if (use.State.Last > 0) use.Session.GoTo(0, use.State.Revision);
    }
}
