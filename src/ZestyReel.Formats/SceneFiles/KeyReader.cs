using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads lists of keys at a rate.</summary>
internal sealed class KeyReader(FrameRate rate)
{
    private static readonly string[] ChannelFields = ["frame", "tick", "value", "in", "out", "inHandle", "outHandle"];
    private static readonly string[] WarpFields = ["frame", "tick", "source", "sourceTick", "in", "out", "inHandle", "outHandle"];

    /// <summary>Keys of a channel.</summary>
    /// <param name="node">The list.</param>
    /// <param name="holdsOnly">Whether the channel can only hold, so that this is also the default.</param>
    /// <param name="value">Reads and checks a key's value.</param>
    public ImmutableArray<Key> ChannelKeys(Node node, bool holdsOnly, Func<Node, double?> value) =>
        Keys(node, ChannelFields, holdsOnly ? Interpolation.Hold : Interpolation.Clamped, holdsOnly, (frames, number) => new Handle(frames * rate.TicksPerFrame, number),
            (fields, item) => fields.TryGetValue("value", out var field) ? value(field) : Missing(item, "value"));

    /// <summary>Keys of a warp, whose values are source times.</summary>
    public ImmutableArray<Key> WarpKeys(Node node) =>
        Keys(node, WarpFields, Interpolation.Clamped, false,
            (frames, source) => Handle.BetweenTimes(frames * rate.TicksPerFrame, source * rate.TicksPerFrame),
            (fields, item) => Time(item, fields, "source", "sourceTick")?.Value);

    private ImmutableArray<Key> Keys(
        Node node, string[] known, Interpolation rest, bool holdsOnly,
        Func<double, double, Handle> handle, Func<Dictionary<string, Node>, Node, double?> value)
    {
        var items = node.Items();
        var keys = ImmutableArray.CreateBuilder<Key>(items.Count);
        foreach (var item in items)
        {
            if (item.Fields([], known) is not { } fields) continue;
            var time = Time(item, fields, "frame", "tick");
            var number = value(fields, item);
            var (arriving, leaving) = (Mode(fields, "in", rest, holdsOnly), Mode(fields, "out", rest, holdsOnly));
            var inHandle = ReadHandle(item, fields, "inHandle", arriving, handle);
            var outHandle = ReadHandle(item, fields, "outHandle", leaving, handle);
            if (time is { } at && number is { } v) keys.Add(new Key(at, v, arriving, leaving, inHandle, outHandle));
        }
        return keys.DrainToImmutable();
    }

    /// <summary>A time given as a frame or as ticks; one of the two must be there.</summary>
    public Tick? Time(Node item, Dictionary<string, Node> fields, string frameName, string tickName)
    {
        var hasFrame = fields.TryGetValue(frameName, out var frame);
        var hasTick = fields.TryGetValue(tickName, out var tick);
        if (hasFrame && hasTick) tick.Fault($"there is a {frameName} already; give one of the two");
        if (hasFrame) return frame.Decimal() is { } n ? frame.Guarded<Tick?>(() => rate.At(n)) : null;
        if (hasTick) return tick.Whole() is { } t ? new Tick(t) : null;
        Missing(item, frameName);
        return null;
    }

    private static Interpolation Mode(Dictionary<string, Node> fields, string name, Interpolation rest, bool holdsOnly)
    {
        if (!fields.TryGetValue(name, out var node) || node.Word<Interpolation>() is not { } mode) return rest;
        if (holdsOnly && mode != Interpolation.Hold) node.Fault("this channel only holds; nothing lies between its values");
        return mode;
    }

    private static Handle ReadHandle(Node item, Dictionary<string, Node> fields, string name, Interpolation mode, Func<double, double, Handle> handle)
    {
        if (!fields.TryGetValue(name, out var node))
        {
            if (mode == Interpolation.Free) (item with { Place = $"{item.Place}.{name}" }).Fault("a free side has a handle; give its frames and its value");
            return default;
        }
        var parts = node.Items();
        if (parts.Count != 2)
        {
            node.Fault("a handle is a list of frames and value");
            return default;
        }
        return parts[0].Number() is { } frames && parts[1].Number() is { } value
            ? handle(frames, value)
            : default;
    }

    private static double? Missing(Node item, string field)
    {
        (item with { Place = $"{item.Place}.{field}" }).Fault("the field is missing");
        return null;
    }
}
