using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Samples;

/// <summary>Writes evaluated motion as CSV: <c>object,channel,frame,value</c>, with numbers that read back to the same double.</summary>
public static class SampleCsv
{
    private const int MostFrames = 2_000_000;
    private static readonly string[] WorldChannels =
        ["move.x", "move.y", "move.z", "turn.x", "turn.y", "turn.z", "size.x", "size.y", "size.z"];

    /// <exception cref="Refusal">The query asks for something that is not there; nothing has been written.</exception>
    public static void Write(TextWriter output, Scene scene, SampleQuery query)
    {
        var objects = Chosen(scene, query);
        var frames = Frames(scene, query);
        var times = new FrameTimes(scene, Array.ConvertAll(frames, frame => (double)scene.Rate.At(frame).Value));
        var printed = Array.ConvertAll(frames, frame => frame.ToString("0.############################", CultureInfo.InvariantCulture));
        var worlds = new WorldSampler(scene, times);

        using var csv = new CsvWriter(output, new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\n" }, leaveOpen: true);
        foreach (var header in (string[])["object", "channel", "frame", "value"]) csv.WriteField(header);
        csv.NextRecord();
        foreach (var thing in objects)
        {
            foreach (var (channel, values) in query.World ? InWorld(worlds, thing) : Own(thing, times))
            {
                if (query.Channels.Count > 0 && !query.Channels.Contains(channel)) continue;
                for (var i = 0; i < values.Length; i++)
                {
                    csv.WriteField(thing.Name);
                    csv.WriteField(channel);
                    csv.WriteField(printed[i]);
                    csv.WriteField(values[i].ToString("R", CultureInfo.InvariantCulture));
                    csv.NextRecord();
                }
            }
        }
    }

    private static IEnumerable<(string, double[])> Own(SceneObject thing, FrameTimes times) =>
        ChannelCatalogue.Of(thing.Kind).Select(spec => (spec.Name, Sampler.Values(thing, spec.Name, times)));

    private static IEnumerable<(string, double[])> InWorld(WorldSampler worlds, SceneObject thing)
    {
        var all = worlds.Worlds(thing.Id);
        var turns = Array.ConvertAll(all, world => world.Turn(thing.TurnOrder));
        var sizes = Array.ConvertAll(all, world => world.Size);
        yield return ("move.x", Array.ConvertAll(all, world => world.Px));
        yield return ("move.y", Array.ConvertAll(all, world => world.Py));
        yield return ("move.z", Array.ConvertAll(all, world => world.Pz));
        yield return ("turn.x", Array.ConvertAll(turns, turn => turn.X));
        yield return ("turn.y", Array.ConvertAll(turns, turn => turn.Y));
        yield return ("turn.z", Array.ConvertAll(turns, turn => turn.Z));
        yield return ("size.x", Array.ConvertAll(sizes, size => size.X));
        yield return ("size.y", Array.ConvertAll(sizes, size => size.Y));
        yield return ("size.z", Array.ConvertAll(sizes, size => size.Z));
    }

    private static List<SceneObject> Chosen(Scene scene, SampleQuery query)
    {
        foreach (var name in query.Objects)
            if (scene.Find(name) is null) throw new Refusal("object", $"there is no object called \"{Names.Shown(name)}\"");
        var objects = scene.InOrder().Where(o => query.Objects.Count == 0 || query.Objects.Contains(o.Name)).ToList();
        foreach (var name in query.Channels)
            if (query.World ? !WorldChannels.Contains(name) : objects.All(o => ChannelCatalogue.Find(o.Kind, name) is null))
                throw new Refusal("channel", $"there is no channel \"{Names.Shown(name)}\" here");
        return objects;
    }

    private static decimal[] Frames(Scene scene, SampleQuery query)
    {
        var (from, to) = (query.From ?? scene.Settings.Range.First, query.To ?? scene.Settings.Range.Last);
        if (query.Step <= 0) throw new Refusal("step", "the step must be above 0");
        if (to < from) throw new Refusal("to", FormattableString.Invariant($"the last frame ({to}) comes before the first ({from})"));
        scene.Rate.At(from, "from");
        scene.Rate.At(to, "to");
        var count = decimal.Floor((to - from) / query.Step) + 1;
        if (count > MostFrames) throw new Refusal("step", $"this asks for more than {MostFrames} frames; take a larger step or a shorter range");
        var frames = new decimal[(int)count];
        for (var i = 0; i < frames.Length; i++) frames[i] = from + i * query.Step;
        return frames;
    }
}
