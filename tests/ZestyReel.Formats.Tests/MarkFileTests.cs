using System.Text;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Formats.Tests;

/// <summary>Marks of the timing check in scene files.</summary>
public class MarkFileTests
{
    private static byte[] File(string marks) => Encoding.UTF8.GetBytes(
        $$"""{ "format": "zesty-scene", "version": 2, "name": "Bay", "rate": "24", "range": [1, 60], "objects": [ { "name": "Boat", "kind": "box" } ], "marks": [ {{marks}} ] }""");

    [Fact]
    public void They_are_read_and_written_to_the_same_bytes()
    {
        var scene = SceneFileReader.Read(File("""
            { "mark": "contact", "object": "Boat", "frame": 3, "end": 9.5 },
            { "mark": "meant", "finding": "sudden-spacing", "object": "Boat", "channel": "position.x", "tick": 7, "endTick": 7 },
            { "mark": "meant", "finding": "cue-never-calls", "about": "Horn blows", "frame": 1, "end": 60 }
            """));
        var (contact, meant, cue) = (scene.Marks[new(1)], scene.Marks[new(2)], scene.Marks[new(3)]);
        (contact.IsContact, contact.Object, contact.Start, contact.End).ShouldBe((true, new ObjectId(1), FrameRate.Film.StartOf(3), FrameRate.Film.At(9.5m)));
        (meant.Finding, meant.Channel, meant.Start).ShouldBe((FindingKind.SuddenSpacing, "position.x", new Tick(7)));
        (cue.Finding, cue.Object, cue.Subject).ShouldBe((FindingKind.CueNeverCalls, null, "Horn blows"));
        var bytes = SceneFileWriter.Write(scene);
        var again = SceneFileReader.Read(bytes);
        SceneFileWriter.Write(again).ShouldBe(bytes);
        again.Marks.ShouldBe(scene.Marks);
    }

    [Theory]
    [InlineData("""{ "mark": "contact", "object": "Nobody", "frame": 1, "end": 2 }""", "marks[0].object", "no object called")]
    [InlineData("""{ "mark": "contact", "about": "Boat", "frame": 1, "end": 2 }""", "marks[0]", "which object stands")]
    [InlineData("""{ "mark": "contact", "finding": "pop", "object": "Boat", "frame": 1, "end": 2 }""", "marks[0]", "has no finding")]
    [InlineData("""{ "mark": "meant", "object": "Boat", "frame": 1, "end": 2 }""", "marks[0]", "which finding")]
    [InlineData("""{ "mark": "meant", "finding": "bump", "object": "Boat", "frame": 1, "end": 2 }""", "marks[0].finding", "")]
    [InlineData("""{ "mark": "wish", "object": "Boat", "frame": 1, "end": 2 }""", "marks[0].mark", "contact or meant")]
    [InlineData("""{ "mark": "contact", "object": "Boat", "frame": 4, "end": 2 }""", "marks[0]", "before it starts")]
    [InlineData("""{ "mark": "contact", "object": "Boat", "frame": 4 }""", "marks[0]", "end")]
    [InlineData("""{ "mark": "contact", "object": "Boat", "frame": 4, "end": 9, "endTick": 3 }""", "marks[0].endTick", "one of the two")]
    public void What_is_wrong_is_told_with_its_place(string mark, string place, string words)
    {
        var faults = Should.Throw<SceneFileException>(() => SceneFileReader.Read(File(mark))).Faults.Select(fault => fault.ToString()).ToList();
        faults.ShouldContain(fault => fault.StartsWith(place, StringComparison.Ordinal) && fault.Contains(words), string.Join(" | ", faults));
    }

    [Fact]
    public void There_is_room_for_two_thousand()
    {
        string Marks(int count) => string.Join(",", Enumerable.Repeat("""{ "mark": "contact", "object": "Boat", "frame": 1, "end": 2 }""", count));
        SceneFileReader.Read(File(Marks(Mark.MostInScene))).Marks.Count.ShouldBe(Mark.MostInScene);
        Should.Throw<SceneFileException>(() => SceneFileReader.Read(File(Marks(Mark.MostInScene + 1))));
    }
}
