using System.Buffers;
using System.Globalization;
using System.Text.Encodings.Web;
using System.Text.Json;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Writes a scene file. The same scene always gives the same bytes, one key to a line, so that versions compare well.</summary>
public static class SceneFileWriter
{
    /// <summary>The version of the file that is written; older ones are read too.</summary>
    public const int Version = 2;

    private static readonly JsonWriterOptions Pretty = new()
    {
        Indented = true,
        NewLine = "\n",
        // The file is read as JSON, never as HTML; names stay readable.
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    /// <summary>A scene as UTF-8 JSON: the same bytes for the same scene.</summary>
    public static byte[] Write(Scene scene)
    {
        var bytes = new ArrayBufferWriter<byte>();
        using (var json = new Utf8JsonWriter(bytes, Pretty))
        {
            json.WriteStartObject();
            json.WriteString("format", "zesty-scene");
            json.WriteNumber("version", Version);
            json.WriteString("name", scene.Settings.Name);
            json.WriteString("rate", scene.Rate.ToString());
            WriteRange(json, "range", scene.Settings.Range);
            if (scene.Settings.Work != scene.Settings.Range) WriteRange(json, "work", scene.Settings.Work);
            if (scene.Settings.Start != 0) json.WriteString("start", scene.Settings.Clock.Of(scene.Settings.Range.First, TimeDisplay.Timecode));
            json.WriteStartArray("objects");
            foreach (var thing in scene.InOrder()) WriteObject(json, scene, thing);
            json.WriteEndArray();
            if (!scene.Warps.IsEmpty) WriteWarps(json, scene);
            if (!scene.Clips.IsEmpty) ClipWriter.WriteClips(json, scene);
            if (!scene.PlacedClips.IsEmpty) ClipWriter.WritePlaced(json, scene);
            if (!scene.Layers.IsEmpty) LayerWriter.Write(json, scene);
            if (!scene.Cues.IsEmpty) CueWriter.Write(json, scene);
            if (!scene.Bookmarks.IsEmpty) WriteBookmarks(json, scene);
            if (!scene.NamedSelections.IsEmpty) WriteSelections(json, scene);
            if (!scene.Backdrops.IsEmpty) BackdropFields.Write(json, scene);
            if (!scene.Sounds.IsEmpty) SoundFields.Write(json, scene);
            if (!scene.Marks.IsEmpty) MarkFields.Write(json, scene);
            json.WriteEndObject();
        }
        bytes.Write("\n"u8);
        return bytes.WrittenSpan.ToArray();
    }

    private static void WriteObject(Utf8JsonWriter json, Scene scene, SceneObject thing)
    {
        json.WriteStartObject();
        json.WriteString("name", thing.Name);
        json.WriteString("kind", FileWords.Of(thing.Kind));
        if (thing.Parent is { } parent) json.WriteString("parent", scene.Object(parent).Name);
        if (thing.RotationOrder != RotationOrder.Xyz) json.WriteString("rotationOrder", FileWords.Of(thing.RotationOrder));
        if (thing.RotationInterpolation != RotationInterpolation.EachAxis) json.WriteString("rotation", FileWords.Of(thing.RotationInterpolation));
        if (thing.Roll is { } roll)
        {
            json.WritePropertyName("roll");
            json.WriteRawValue(string.Create(CultureInfo.InvariantCulture, $"{{ \"axle\": \"{FileWords.Of(roll.Axle)}\", \"radius\": {roll.Radius:R} }}"));
        }
        PathWriter.Write(json, scene, thing);
        LooseWriter.Write(json, scene, thing);
        TextFields.Write(json, thing);
        MeshFields.Write(json, thing);
        GeometryWriter.Write(json, thing);
        if (!thing.Channels.IsEmpty) WriteChannels(json, scene, thing);
        json.WriteEndObject();
    }

    private static void WriteChannels(Utf8JsonWriter json, Scene scene, SceneObject thing)
    {
        json.WriteStartObject("channels");
        foreach (var spec in thing.Specs)
        {
            if (!thing.Channels.TryGetValue(spec.Name, out var channel)) continue;
            json.WritePropertyName(spec.Name);
            if (channel.Curve is { } curve) WriteCurve(json, scene.Rate, curve, channel.Locked);
            else json.WriteRawValue(string.Create(CultureInfo.InvariantCulture, $"{{ \"value\": {channel.Still + 0.0:R}{(channel.Locked ? ", \"locked\": true" : "")} }}"));
        }
        json.WriteEndObject();
    }

    internal static void WriteCurve(Utf8JsonWriter json, FrameRate rate, Curve curve, bool locked)
    {
        json.WriteStartObject();
        if (locked) json.WriteBoolean("locked", true);
        if (curve.Before != Extrapolation.Hold) json.WriteString("before", FileWords.Of(curve.Before));
        if (curve.After != Extrapolation.Hold) json.WriteString("after", FileWords.Of(curve.After));
        WriteKeys(json, rate, curve, isWarp: false);
        json.WriteEndObject();
    }

    private static void WriteWarps(Utf8JsonWriter json, Scene scene)
    {
        json.WriteStartArray("warps");
        foreach (var warp in scene.Warps.Values) WriteWarp(json, scene, warp);
        json.WriteEndArray();
    }

    private static void WriteWarp(Utf8JsonWriter json, Scene scene, Warp warp)
    {
        json.WriteStartObject();
        json.WriteString("name", warp.Name);
        if (!warp.On) json.WriteBoolean("on", false);
        if (warp.Targets is not { } targets) json.WriteString("covers", "scene");
        else
        {
            json.WriteStartArray("covers");
            foreach (var target in targets) json.WriteStringValue(TargetNames.Of(scene, target));
            json.WriteEndArray();
        }
        if (warp.Beyond != WarpBeyond.RunOn) json.WriteString("beyond", FileWords.Of(warp.Beyond));
        WriteKeys(json, scene.Rate, warp.Curve, isWarp: true);
        json.WriteEndObject();
    }

    private static void WriteKeys(Utf8JsonWriter json, FrameRate rate, Curve curve, bool isWarp)
    {
        var line = new ArrayBufferWriter<byte>();
        using var inner = new Utf8JsonWriter(line);
        json.WriteStartArray("keys");
        foreach (var key in curve.Keys)
        {
            inner.WriteStartObject();
            WriteTime(inner, rate, key.Time, "frame", "tick");
            if (isWarp) WriteTime(inner, rate, new Tick((long)key.Value), "source", "sourceTick");
            else inner.WriteNumber("value", key.Value + 0.0);
            if (key.In != Interpolation.Clamped) inner.WriteString("in", FileWords.Of(key.In));
            if (key.Out != Interpolation.Clamped) inner.WriteString("out", FileWords.Of(key.Out));
            WriteHandle(inner, rate, "inHandle", key.In, key.InHandle, isWarp);
            WriteHandle(inner, rate, "outHandle", key.Out, key.OutHandle, isWarp);
            inner.WriteEndObject();
            inner.Flush();
            json.WriteRawValue(line.WrittenSpan, skipInputValidation: true);
            line.ResetWrittenCount();
            inner.Reset();
        }
        json.WriteEndArray();
    }

    private static void WriteBookmarks(Utf8JsonWriter json, Scene scene)
    {
        json.WriteStartArray("bookmarks");
        foreach (var bookmark in scene.Bookmarks.Values)
        {
            json.WriteStartObject();
            json.WriteString("name", bookmark.Name);
            WriteTime(json, scene.Rate, bookmark.Time, "frame", "tick");
            if (bookmark.Colour != BookmarkColour.Sky) json.WriteString("colour", FileWords.Of(bookmark.Colour));
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    private static void WriteSelections(Utf8JsonWriter json, Scene scene)
    {
        json.WriteStartArray("selections");
        // In the order of the objects in the file, from which what is read has its numbers.
        var places = scene.InOrder().Select((thing, place) => (thing.Id, place)).ToDictionary(pair => pair.Id, pair => pair.place);
        foreach (var selection in scene.NamedSelections.Values)
        {
            json.WriteStartObject();
            json.WriteString("name", selection.Name);
            json.WriteStartArray("objects");
            foreach (var member in selection.Objects.OrderBy(member => places[member])) json.WriteStringValue(scene.Object(member).Name);
            json.WriteEndArray();
            json.WriteEndObject();
        }
        json.WriteEndArray();
    }

    internal static void WriteTime(Utf8JsonWriter json, FrameRate rate, Tick time, string frameName, string tickName)
    {
        if (rate.ExactFrameOf(time) is { } frame and >= -FrameRange.FurthestFrame and <= FrameRange.FurthestFrame) json.WriteNumber(frameName, frame);
        else json.WriteNumber(tickName, time.Value);
    }

    private static void WriteHandle(
        Utf8JsonWriter json, FrameRate rate, string name, Interpolation mode, Handle handle, bool isWarp)
    {
        if (mode != Interpolation.Free && handle == default) return;
        json.WriteStartArray(name);
        json.WriteNumberValue(handle.Ticks / rate.TicksPerFrame);
        json.WriteNumberValue(isWarp ? handle.Value / rate.TicksPerFrame : handle.Value);
        json.WriteEndArray();
    }

    private static void WriteRange(Utf8JsonWriter json, string name, FrameRange range)
    {
        json.WritePropertyName(name);
        json.WriteRawValue(FormattableString.Invariant($"[{range.First}, {range.Last}]"));
    }
}
