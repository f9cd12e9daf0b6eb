using ZestyReel.Core;
using System.Collections.Immutable;
using System.Text.Json;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads a scene file: the whole scene, or a refusal with every fault.</summary>
public static class SceneFileReader
{
    /// <summary>The largest file taken, in bytes.</summary>
    public const long LargestFile = 90_000_000;

    private static readonly JsonDocumentOptions Options = new() { AllowDuplicateProperties = false };

    /// <param name="utf8">The file.</param>
    /// <param name="told">Told now and then which share of the objects has been read.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="SceneFileException">Something is wrong; nothing was taken.</exception>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public static Scene Read(ReadOnlyMemory<byte> utf8, Action<double>? told = null, CancellationToken stop = default)
    {
        if (utf8.Length > LargestFile) throw TooLarge();
        if (utf8.Span.StartsWith("\uFEFF"u8)) utf8 = utf8[3..];
        var faults = new List<SceneFileFault>();
        void Told(double share)
        {
            stop.ThrowIfCancellationRequested();
            told?.Invoke(share);
        }
        try
        {
            using var document = JsonDocument.Parse(utf8, Options);
            var scene = ReadScene(new Node(document.RootElement, "", faults, IsVersion1(document.RootElement)), Told);
            return faults.Count == 0 ? scene! : throw new SceneFileException(faults);
        }
        catch (InvalidOperationException)
        {
            throw new SceneFileException([new("the file", "a field's name is not Unicode; save the file as UTF-8")]);
        }
        catch (JsonException wrong)
        {
            var at = wrong.LineNumber is { } line ? $"line {line + 1}, byte {wrong.BytePositionInLine + 1}" : "the file";
            throw new SceneFileException([new(at, $"this is not JSON as it should be: {FirstSentence(wrong.Message)}")]);
        }
    }

    /// <summary>What is said of a file that is too large to be read.</summary>
    public static SceneFileException TooLarge() =>
        new([new("the file", $"it is larger than {LargestFile / 1_000_000} MB, the most a scene file can have")]);

    private static bool IsVersion1(JsonElement root) =>
        root.ValueKind == JsonValueKind.Object && root.TryGetProperty("version", out var version)
        && version.ValueKind == JsonValueKind.Number && version.TryGetInt64(out var number) && number == 1;

    private static Scene? ReadScene(Node root, Action<double> told)
    {
        var fields = root.Fields(["format", "version", "name", "rate", "range", "objects"], ["work", "start", "warps", "clips", "placed", "layers", "cues", "bookmarks", "selections", "backdrops", "sounds", "marks"]);
        if (fields is null) return null;
        if (fields.TryGetValue("format", out var format) && format.Text() is { } word && word != "zesty-scene")
            format.Fault("the format is not \"zesty-scene\"");
        if (fields.TryGetValue("version", out var version) && version.Whole() is { } number && number is not (1 or SceneFileWriter.Version))
            version.Fault($"version {number} is not one this reader knows; it reads version 1 and {SceneFileWriter.Version}");
        if (root.Faults.Count > 0 && !fields.ContainsKey("rate")) return null;

        var name = fields.TryGetValue("name", out var nameNode) && nameNode.Text() is { } text
            ? nameNode.Guarded(() => Names.Checked(text, ""))
            : null;
        var rate = FrameRate.Film;
        if (fields.TryGetValue("rate", out var rateNode) && rateNode.Text() is { } rateText)
            rate = rateNode.Guarded(() => FrameRate.Parse(rateText)) is { Num: > 0 } read ? read : rate;
        var range = fields.TryGetValue("range", out var rangeNode) ? ReadRange(rangeNode) : null;
        var work = fields.TryGetValue("work", out var workNode) ? ReadRange(workNode) : range;
        if (range is { } outer && work is { } inner && !outer.Contains(inner))
            workNode.Fault($"the work range {inner.First} to {inner.Last} reaches outside the range {outer.First} to {outer.Last}");

        var start = fields.TryGetValue("start", out var startNode) && startNode.Text() is { } timecode ? startNode.Guarded(() => SceneClock.StartOf(rate, timecode, "")) : 0;
        var keys = new KeyReader(rate);
        var objects = fields.TryGetValue("objects", out var objectsNode) ? ObjectReader.Read(objectsNode, keys, told) : [];
        var byName = new Dictionary<string, SceneObject>();
        foreach (var thing in objects) byName.TryAdd(thing.Name, thing);
        var layers = fields.TryGetValue("layers", out var layersNode) ? new LayerReader(keys, byName).Read(layersNode) : [];
        var warps = fields.TryGetValue("warps", out var warpsNode) ? WarpReader.Read(warpsNode, keys, byName) : [];
        var clips = fields.TryGetValue("clips", out var clipsNode) ? ClipReader.Read(clipsNode, keys) : [];
        var placed = fields.TryGetValue("placed", out var placedNode) ? ClipReader.ReadPlaced(placedNode, keys, byName, clips) : [];
        var bookmarks = fields.TryGetValue("bookmarks", out var bookmarksNode) ? BookmarkReader.Read(bookmarksNode, keys) : [];
        var selections = fields.TryGetValue("selections", out var selectionsNode) ? NamedSelectionReader.Read(selectionsNode, byName) : [];
        var cues = fields.TryGetValue("cues", out var cuesNode) ? new CueReader(keys, byName, bookmarks, rate.StartOf(range?.First ?? 0)).Read(cuesNode) : [];
        var backdrops = fields.TryGetValue("backdrops", out var backdropsNode) ? BackdropFields.Read(backdropsNode, byName) : [];
        var sounds = fields.TryGetValue("sounds", out var soundsNode) ? SoundFields.Read(soundsNode, keys) : [];
        var marks = fields.TryGetValue("marks", out var marksNode) ? MarkFields.Read(marksNode, keys, byName) : [];
        if (root.Faults.Count > 0) return null;
        var scene = new Scene(
            new SceneSettings(name!, rate, range!.Value, work!.Value, start),
            objects.ToImmutableSortedDictionary(o => o.Id, o => byName[o.Name]),
            warps.ToImmutableSortedDictionary(w => w.Id, w => w),
            bookmarks.ToImmutableSortedDictionary(b => b.Id, b => b),
            selections.ToImmutableSortedDictionary(c => c.Id, c => c),
            clips.ToImmutableSortedDictionary(c => c.Id, c => c),
            placed.ToImmutableSortedDictionary(p => p.Id, p => p),
            cues.ToImmutableSortedDictionary(c => c.Id, c => c),
            layers.ToImmutableSortedDictionary(l => l.Id, l => l),
            backdrops.ToImmutableSortedDictionary(b => b.Id, b => b),
            sounds.ToImmutableSortedDictionary(s => s.Id, s => s),
            marks.ToImmutableSortedDictionary(m => m.Id, m => m));
        root.Guarded<Scene?>(() =>
        {
            SceneRules.Check(scene);
            return scene;
        });
        return root.Faults.Count > 0 ? null : scene;
    }

    private static FrameRange? ReadRange(Node node)
    {
        var ends = node.Items();
        if (ends.Count != 2)
        {
            if (node.Element.ValueKind == JsonValueKind.Array) node.Fault("a range is a list of its first and its last frame");
            return null;
        }
        return ends[0].Whole() is { } first && ends[1].Whole() is { } last
            ? node.Guarded<FrameRange?>(() => new FrameRange(first, last).Checked(""))
            : null;
    }

    private static string FirstSentence(string message)
    {
        var end = message.IndexOf(" LineNumber", StringComparison.Ordinal);
        return Names.Shown(end < 0 ? message : message[..end]);
    }
}
