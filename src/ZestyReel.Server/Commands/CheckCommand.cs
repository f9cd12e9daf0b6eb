using System.CommandLine;
using System.Globalization;
using ZestyReel.Core.Checks;
using ZestyReel.Server.Checks;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Commands;

/// <summary>The command <c>check</c>: the timing check for pipelines.</summary>
internal static class CheckCommand
{
    private const int Found = 1;

    /// <param name="data">The option that says where scenes are kept.</param>
    /// <param name="guarded">Runs what may be refused.</param>
    public static Command Made(Option<string> data, Func<Func<Task>, Task<int>> guarded)
    {
        var source = new Argument<string>("FILE-OR-SCENE") { Description = "A scene file's path, or a kept scene's name." };
        var json = new Option<bool>("--json") { Description = "Tells them as JSON, one list." };
        var level = new Option<FindingLevel>("--level") { Description = "From which level on findings are told, and end it with exit code 1: note, warning or fault.", DefaultValueFactory = _ => FindingLevel.Warning };
        var work = new Option<bool>("--work") { Description = "Only the work range; the scene range when left out." };
        var solids = new Option<bool>("--solids") { Description = "Also shapes below the ground, and within each other." };
        var meant = new Option<bool>("--meant") { Description = "Also what somebody has said is meant." };
        var command = new Command("check", "Looks through the timing for what eyes miss; exit code 1 where something is found.") { source, json, level, work, solids, meant, data };
        command.SetAction(async (parsed, stop) =>
        {
            var any = false;
            var code = await guarded(async () =>
            {
                using var brought = SceneSource.Brought(parsed.GetValue(source)!, parsed.GetValue(data)!);
                var scene = brought.Scene;
                var aside = new MeantMarks(scene);
                var found = SceneCheck.Of(scene, new(parsed.GetValue(work) ? scene.Settings.Work : scene.Settings.Range, parsed.GetValue(solids)), stop)
                    .Where(each => each.Level >= parsed.GetValue(level) && (parsed.GetValue(meant) || !aside.Are(each)))
                    .Select(each => FindingTold.Of(scene, aside, each)).ToList();
                any = found.Count > 0;
                if (parsed.GetValue(json)) await Console.Out.WriteLineAsync(EditJson.Write(found));
                else
                    foreach (var each in found) await Console.Out.WriteLineAsync(Line(each));
            });
            return code == 0 && any ? Found : code;
        });
        return command;
    }

    private static string Line(FindingTold each) => string.Join('\t',
        each.Level.ToString().ToLowerInvariant(), each.Name, string.Join(' ', new[] { each.Subject, each.With, each.Channel }.Where(word => word.Length > 0)),
        each.First == each.Last ? each.First.ToString(CultureInfo.InvariantCulture) : string.Create(CultureInfo.InvariantCulture, $"{each.First} to {each.Last}"),
        string.Create(CultureInfo.InvariantCulture, $"{each.Amount:0.####} {UnitOf(each)}").TrimEnd());

    private static string UnitOf(FindingTold each) => each.Unit switch
    {
        FindingUnit.OfChannelPerSecond => "per second",
        FindingUnit.OfChannel => "",
        FindingUnit.Milliseconds => "ms",
        _ => each.Unit.ToString().ToLowerInvariant(),
    };
}
