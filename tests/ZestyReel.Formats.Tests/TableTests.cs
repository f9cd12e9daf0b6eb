using System.Globalization;
using FsCheck;
using FsCheck.Xunit;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Moves;
using ZestyReel.Formats.Samples;
using ZestyReel.Formats.Tables;

namespace ZestyReel.Formats.Tests;

/// <summary>Tables of motion: what is read of them, and what becomes of it.</summary>
public class TableTests
{
    private static Refusal Refused(string text) => Should.Throw<Refusal>(() => TableReader.Read(text));

    [Fact]
    public void Columns_name_objects_and_channels()
    {
        var table = TableReader.Read("frame,Ferry position.x,Crane/arm rotation.y,position.z,Wind\n1,0.5,90,2,7\n2.5,1,,3,8\n");
        table.InSeconds.ShouldBeFalse();
        table.Rows.ShouldBe(2);
        table.Columns.Select(column => (column.Name, column.Object, column.Channel)).ShouldBe([
            ("Ferry position.x", "Ferry", "position.x"), ("Crane/arm rotation.y", "Crane/arm", "rotation.y"), ("position.z", null, "position.z"), ("Wind", null, null)]);
        table.Columns[0].Times.ShouldBe([1m, 2.5m]);
        table.Columns[0].Values.ShouldBe([0.5, 1]);
        // An empty cell is no value.
        table.Columns[1].Values.ShouldBe([90]);
    }

    [Theory]
    [InlineData("Frame;Buoy.look.opacity\n1;0.5\n", "Buoy", "look.opacity")]
    [InlineData("seconds\tBuoy_visible\n0\t1\n", "Buoy", "visible")]
    [InlineData("\"time\",\"Buoy, the red: position.y\"\r\n0,1\r\n", "Buoy, the red", "position.y")]
    [InlineData("s,Flag deform.Lean.strength\n0,1\n", "Flag", "deform.Lean.strength")]
    public void Other_separators_and_words_are_understood(string text, string thing, string channel)
    {
        var column = TableReader.Read(text).Columns.ShouldHaveSingleItem();
        (column.Object, column.Channel).ShouldBe((thing, channel));
    }

    [Theory]
    [InlineData("", "line 1")]
    [InlineData("a,b\n1,2\n", "line 1")]
    [InlineData("frame,a,a\n1,2,3\n", "line 1")]
    [InlineData("frame,a\n1,two\n", "line 2")]
    [InlineData("frame,a\n1,2\n1,3\n", "line 3")]
    [InlineData("frame,a\n1,NaN\n", "line 2")]
    [InlineData("frame,a\n1,1e999\n", "line 2")]
    [InlineData("frame,a\nsoon,1\n", "line 2")]
    [InlineData("frame,a\n1,2,3\n", "line 2")]
    [InlineData("frame,a\n", "line 2")]
    public void What_is_no_table_of_motion_is_refused_with_its_line(string text, string place) => Refused(text).Place.ShouldBe(place);

    [Fact]
    public void Bombs_are_refused()
    {
        Refused("frame," + string.Join(',', Enumerable.Range(0, 10_000).Select(i => $"c{i}")) + "\n1\n").Reason.ShouldContain("too many");
        Refused("frame,a\n1,\"" + new string('x', 5_000_000)).Place.ShouldStartWith("line");
        Refused("frame,object,channel,value\n" + string.Concat(Enumerable.Range(0, 3_000).Select(i => $"1,o{i},position.x,1\n"))).Reason.ShouldContain("too many");
        Refused("frame,a\n99999999999999999999999999999999,1\n").Place.ShouldBe("line 2");
    }

    private static Scene Bay() => new Edit[]
    {
        new AddObject(ObjectKind.Box, "Ferry"), new AddObject(ObjectKind.Camera, "Eye"),
        new KeyChannels(1, [new(new ObjectId(1), "position.x", 0), new(new ObjectId(2), "camera.fov", 30)]), new KeyChannels(40, [new(new ObjectId(1), "position.x", 9), new(new ObjectId(2), "camera.fov", 60)]),
    }.Aggregate(Scene.Empty("Bay"), (now, edit) => edit.Apply(now));

    private static BringTable Brought(Table table, Scene scene, decimal start, double tolerance = 0, double degrees = 0) => new TableBringing(
        [.. table.Columns.Index().Where(each => each.Item.Object is not null && each.Item.Channel is not null && scene.Find(each.Item.Object)?.Find(each.Item.Channel) is not null).Select(each => (each.Index, scene.Find(each.Item.Object!)!.Id, each.Item.Channel!))],
        start, tolerance, degrees, false).Of(table, scene.Rate);

    /// <summary>What is sent out as a table and brought in again plays alike on its frames, bit for bit.</summary>
    [Theory]
    [InlineData(0, 0)]
    [InlineData(0.01, 0.1)]
    public void What_was_sent_out_comes_in_again(double tolerance, double degrees)
    {
        var scene = Bay();
        using var into = new MemoryStream();
        new MovesCsv().Write(OutgoingScene.Of(scene, new([], From: 1, To: 40), new(_ => null, _ => null)), into, _ => { }, default);
        var table = TableReader.Read(System.Text.Encoding.UTF8.GetString(into.ToArray()));
        var again = Brought(table, scene, 1, tolerance, degrees).Apply(scene);
        for (var frame = 1; frame <= 40; frame++)
            foreach (var (name, channel, most) in ((string, string, double)[])[("Ferry", "position.x", tolerance), ("Eye", "camera.fov", degrees), ("Ferry", "visible", 0)])
            {
                double At(Scene of) => of.Find(name)!.Channel(channel) is { Curve: { } curve } ? curve.ValueAt(of.Rate.StartOf(frame).Value) : of.Find(name)!.Channel(channel).Still;
                Math.Abs(At(again) - At(scene)).ShouldBeLessThanOrEqualTo(most);
            }
        again.Find("Ferry")!.Channel("position.x").Curve!.Keys.Length.ShouldBe(tolerance == 0 ? 40 : again.Find("Ferry")!.Channel("position.x").Curve!.Keys.Length);
        if (tolerance > 0) again.Find("Ferry")!.Channel("position.x").Curve!.Keys.Length.ShouldBeLessThan(15);
    }

    [Property(MaxTest = 50)]
    public bool Rows_of_values_are_read_as_they_are_printed(NonEmptyArray<NormalFloat> values)
    {
        var scene = Bay();
        var ferry = scene.Find("Ferry")!;
        var keys = values.Get.Select((value, i) => new Core.Curves.Key(scene.Rate.StartOf(i + 1), value.Get, Core.Curves.Interpolation.Linear, Core.Curves.Interpolation.Linear));
        scene = scene.With(ferry.WithChannel("position.y", new Channel(0, new([.. keys]))));
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        SampleCsv.Write(text, scene, new(["Ferry"], ["position.y"], 1, values.Get.Length));
        return TableReader.Read(text.ToString()).Columns.Single().Values.SequenceEqual(values.Get.Select(value => value.Get));
    }

    [Fact]
    public void Seconds_stand_where_their_clock_says()
    {
        var scene = Bay();
        var edit = Brought(TableReader.Read("seconds,Ferry position.y\n10,1\n10.01,2\n11,3\n"), scene, 5);
        var start = scene.Rate.StartOf(5).Value;
        edit.Curves[0].Times.Select(time => time.Value - start).ShouldBe([0, Tick.PerSecond / 100, Tick.PerSecond]);
    }

    [Fact]
    public void Keys_outside_the_table_stay()
    {
        var scene = Bay();
        var after = Brought(TableReader.Read("frame,Ferry position.x\n10,5\n12,6\n"), scene, 10).Apply(scene).Find("Ferry")!.Channel("position.x").Curve!;
        after.Keys.Select(key => scene.Rate.ExactFrameOf(key.Time)).ShouldBe([1m, 10m, 12m, 40m]);
        after.ValueAt(scene.Rate.StartOf(11).Value).ShouldBe(5.5, 1e-12);
    }

    [Fact]
    public void What_cannot_go_anywhere_is_refused()
    {
        var scene = Bay();
        Should.Throw<Refusal>(() => new BringTable([]).Apply(scene)).Place.ShouldBe("curves");
        TableCurve To(int id, string channel, params long[] ticks) => new(new(id), channel, [.. ticks.Select(tick => new Tick(tick))], [.. ticks.Select(_ => 1.0)]);
        Should.Throw<Refusal>(() => new BringTable([To(9, "position.x", 1)]).Apply(scene));
        Should.Throw<Refusal>(() => new BringTable([To(1, "camera.fov", 1)]).Apply(scene));
        Should.Throw<Refusal>(() => new BringTable([To(1, "position.x", 1), To(1, "position.x", 5)]).Apply(scene)).Place.ShouldBe("curves[1].channel");
        Should.Throw<Refusal>(() => new BringTable([To(1, "position.x", 5, 5)]).Apply(scene)).Place.ShouldBe("curves[0].times");
        Should.Throw<Refusal>(() => new BringTable([To(2, "camera.fov", 5) with { Values = [500] }]).Apply(scene)).Place.ShouldBe("curves[0].values");
        Should.Throw<Refusal>(() => new BringTable([To(1, "position.x", 5)], Tolerance: double.NaN).Apply(scene)).Place.ShouldBe("tolerance");
    }
}
