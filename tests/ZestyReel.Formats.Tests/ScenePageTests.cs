using System.Globalization;
using ZestyReel.Core.Scenes;
using ZestyReel.Tests;

namespace ZestyReel.Formats.Tests;

/// <summary>The page on the scene file says of every channel what it is when left out, what it can be, and whether it only holds.</summary>
public class ScenePageTests
{
    private static readonly string[] Shapes = [.. Enum.GetValues<ObjectKind>().Where(DeformerRules.HasShape).Select(Word)];

    private static readonly Dictionary<ChannelUses, string> Uses = new()
    {
        [ChannelUses.Follows] = "following", [ChannelUses.Aims] = "aiming", [ChannelUses.Sways] = "swaying", [ChannelUses.Lags] = "lagging", [ChannelUses.Bounces] = "bouncing", [ChannelUses.Fades] = "fading",
        [ChannelUses.SwaysPosition] = "swaying", [ChannelUses.SwaysRotation] = "swaying", [ChannelUses.SwaysScale] = "swaying", [ChannelUses.SwaysOther] = "swaying",
    };

    [Fact]
    public void Its_table_of_channels_is_the_catalogue()
    {
        var told = Table().SelectMany(row => row).ToDictionary(each => each.Key, each => each.Row);
        var known = new Dictionary<string, Row>();
        foreach (var kind in Enum.GetValues<ObjectKind>()) foreach (var spec in ChannelCatalogue.Of(kind)) known[$"{Word(kind)} {spec.Name}"] = Row.Of(spec);
        foreach (var (use, channels) in ChannelCatalogue.ByUse) foreach (var spec in channels) known[$"{Uses[use]} {spec.Name}"] = Row.Of(spec);
        foreach (var kind in Enum.GetValues<DeformerKind>()) foreach (var spec in DeformerChannels.Of(kind)) known[$"{kind.ToString().ToLowerInvariant()} {spec.Name}"] = Row.Of(spec);
        told.Keys.Order().ShouldBe(known.Keys.Order());
        foreach (var (key, row) in known) told[key].ShouldBe(row, key);
    }

    private static string Word(ObjectKind kind) => kind.ToString().ToLowerInvariant();

    private static IEnumerable<IEnumerable<(string Key, Row Row)>> Table()
    {
        var lines = File.ReadAllLines(Checkout.File("docs", "scene-file.md"));
        foreach (var line in lines.SkipWhile(line => !line.StartsWith("| channels | of | left out |", StringComparison.Ordinal)).Skip(2).TakeWhile(line => line.StartsWith('|')))
        {
            var cells = line.Split('|')[1..^1].Select(cell => cell.Trim()).ToArray();
            double Number(string cell, double otherwise) => cell.Length == 0 ? otherwise : double.Parse(cell, CultureInfo.InvariantCulture);
            var row = new Row(Number(cells[2], double.NaN), Number(cells[3], -1e12), Number(cells[4], 1e12), cells[5] == "yes");
            yield return cells[1].Split(", ").SelectMany(Kinds).SelectMany(kind => cells[0].Split(' ').Select(name => ($"{kind} {name.Trim('`')}", row)));
        }
    }

    private static string[] Kinds(string of) => of switch
    {
        "all" => [.. Enum.GetValues<ObjectKind>().Select(Word)],
        "shapes" => Shapes,
        "every deformer" => [.. Enum.GetNames<DeformerKind>().Select(name => name.ToLowerInvariant())],
        _ => [of],
    };

    private sealed record Row(double Default, double Least, double Most, bool HoldsOnly)
    {
        public static Row Of(ChannelSpec spec) => new(spec.Default, spec.Least, spec.Most, spec.HoldsOnly);
    }
}
