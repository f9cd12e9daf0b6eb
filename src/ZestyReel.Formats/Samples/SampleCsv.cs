using System.Globalization;
using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Samples;

/// <summary>Writes evaluated motion as CSV: <c>object,channel,frame,value</c>, with numbers that read back to the same double.</summary>
public static class SampleCsv
{
    private const int MostFrames = 2_000_000;

    // What is worked out at a time of the world, so that a long run takes no more room than a short one.
    private const int FramesAtOnce = 65_536;

    private static readonly (string Name, Func<Transform, SceneObject, double> Of)[] WorldChannels =
    [
        ("position.x", (world, _) => world.Px), ("position.y", (world, _) => world.Py), ("position.z", (world, _) => world.Pz),
        ("rotation.x", (world, thing) => world.Rotation(thing.RotationOrder).X), ("rotation.y", (world, thing) => world.Rotation(thing.RotationOrder).Y),
        ("rotation.z", (world, thing) => world.Rotation(thing.RotationOrder).Z),
        ("scale.x", (world, _) => world.Scale.X), ("scale.y", (world, _) => world.Scale.Y), ("scale.z", (world, _) => world.Scale.Z),
    ];

    /// <exception cref="Refusal">The query asks for something that is not there; nothing has been written.</exception>
    public static void Write(TextWriter output, Scene scene, SampleQuery query)
    {
        foreach (var block in Blocks(scene, query)) output.Write(block);
    }

    /// <summary>The rows in blocks of some ten thousand characters, each worked out when it is asked for.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="query">What to print.</param>
    /// <param name="mostRows">Most rows that may be asked for.</param>
    /// <param name="stop">Ends it early.</param>
    /// <exception cref="Refusal">The query asks for something that is not there, or for too much; told at once, before the first block.</exception>
    public static IEnumerable<string> Blocks(Scene scene, SampleQuery query, long mostRows = long.MaxValue, CancellationToken stop = default)
    {
        var objects = Selected(scene, query);
        var frames = Frames(scene, query);
        if (query.Points) return PointCsv.Blocks(scene, query, objects, frames, mostRows, stop);
        var channels = objects.Sum(thing => (long)ChannelsOf(thing, query).Count());
        if (channels * frames.Length > mostRows)
            throw new Refusal("step", FormattableString.Invariant($"this asks for {channels * frames.Length} rows, and {mostRows} are the most; take fewer objects or channels, a larger step or a shorter range"));
        return Written(scene, query, objects, frames, stop);
    }

    private static IEnumerable<string> Written(Scene scene, SampleQuery query, List<SceneObject> objects, decimal[] frames, CancellationToken stop)
    {
        using var blocks = new CsvBlocks("object", "channel", "frame", "value");
        var csv = blocks.Csv;
        var printed = frames.Length <= FramesAtOnce ? Array.ConvertAll(frames, Printed) : null;
        foreach (var (thing, channel, first, values) in query.World ? InWorld(scene, query, objects, frames, stop) : Own(scene, query, objects, frames, stop))
        {
            for (var i = 0; i < values.Length; i++)
            {
                csv.WriteField(thing.Name);
                csv.WriteField(channel);
                csv.WriteField(printed?[first + i] ?? Printed(frames[first + i]));
                csv.WriteField(Number(values[i]));
                csv.NextRecord();
                if (!blocks.IsFull) continue;
                stop.ThrowIfCancellationRequested();
                yield return blocks.Taken();
            }
        }
        yield return blocks.Taken();
    }

    internal static string Printed(decimal frame) => frame.ToString("0.############################", CultureInfo.InvariantCulture);

    // A value that is no number says why, in its place: a reader of numbers stops there, a person knows what to look for.
    internal static string Number(double value) => double.IsFinite(value)
        ? value.ToString("R", CultureInfo.InvariantCulture)
        : "out of reach: numbers above 1e308 on the way to it";

    private static IEnumerable<(SceneObject Thing, string Channel, int First, double[] Values)> Own(
        Scene scene, SampleQuery query, List<SceneObject> objects, decimal[] frames, CancellationToken stop)
    {
        var times = TimesOf(scene, frames, stop);
        foreach (var thing in objects)
            foreach (var channel in ChannelsOf(thing, query))
            {
                stop.ThrowIfCancellationRequested();
                yield return (thing, channel, 0, Stages.Values(thing, channel, times));
            }
    }

    private static IEnumerable<(SceneObject Thing, string Channel, int First, double[] Values)> InWorld(
        Scene scene, SampleQuery query, List<SceneObject> objects, decimal[] frames, CancellationToken stop)
    {
        var parts = frames.Chunk(FramesAtOnce).ToList();
        // A run of one part keeps what carries its objects; of more, only one part at a time.
        var only = parts.Count == 1 ? new WorldSampler(scene, TimesOf(scene, parts[0], stop)) : null;
        foreach (var thing in objects)
            foreach (var (channel, of) in WorldChannels.Where(channel => query.Channels.Count == 0 || query.Channels.Contains(channel.Name)))
                for (var part = 0; part < parts.Count; part++)
                {
                    var worlds = (only ?? new WorldSampler(scene, TimesOf(scene, parts[part], stop))).Worlds(thing.Id);
                    yield return (thing, channel, part * FramesAtOnce, (double[])[.. worlds.Select(world => of(world, thing))]);
                }
    }

    internal static FrameTimes TimesOf(Scene scene, decimal[] frames, CancellationToken stop) =>
        new(scene, Array.ConvertAll(frames, frame => (double)scene.Rate.At(frame).Value)) { Stop = stop };

    private static IEnumerable<string> ChannelsOf(SceneObject thing, SampleQuery query) =>
        (query.World ? WorldChannels.Select(channel => channel.Name) : thing.Specs.Select(spec => spec.Name))
        .Where(name => query.Channels.Count == 0 || query.Channels.Contains(name));

    private static List<SceneObject> Selected(Scene scene, SampleQuery query)
    {
        var wanted = query.Objects.ToHashSet();
        var objects = scene.InOrder().Where(thing => wanted.Count == 0 || wanted.Contains(thing.Name)).ToList();
        if (wanted.Count > objects.Count && wanted.Except(objects.Select(thing => thing.Name)).FirstOrDefault() is { } missing)
            throw new Refusal("object", $"there is no object called \"{Names.Shown(missing)}\"");
        foreach (var name in query.Channels)
            if (query.World ? WorldChannels.All(channel => channel.Name != name) : objects.All(o => o.Find(name) is null))
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
        // Divided as doubles, as a tiny step has no decimal that says how often it goes.
        if ((double)(to - from) / (double)query.Step >= MostFrames)
            throw new Refusal("step", $"this asks for more than {MostFrames} frames; take a larger step or a shorter range");
        var count = decimal.Floor((to - from) / query.Step) + 1;
        var frames = new decimal[(int)count];
        for (var i = 0; i < frames.Length; i++) frames[i] = from + i * query.Step;
        return frames;
    }
}
