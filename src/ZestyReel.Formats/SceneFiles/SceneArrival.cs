using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Incoming;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>A scene file, or a package, whose objects come into another scene. Kept as a scene of its own, it comes in whole.</summary>
public sealed class SceneArrival : IIncomingFormat
{
    /// <inheritdoc/>
    public IReadOnlyList<string> Endings => [SceneFileName.Ending, ScenePackage.Ending];

    /// <inheritdoc/>
    public string Name => "Scene";

    /// <inheritdoc/>
    public IncomingUses Uses => IncomingUses.None;

    /// <inheritdoc/>
    public IncomingScene Read(IncomingFile main, Func<string, byte[]?> beside, IncomingChoice choice, CancellationToken stop)
    {
        using var bytes = new MemoryStream(main.Bytes, writable: false);
        try
        {
            if (!ScenePackage.IsOne(bytes)) return Of(SceneFileReader.Read(main.Bytes, stop: stop), _ => throw new Refusal("file", $"{Names.Shown(main.Name)} needs other files; take the package of it"));
            using var package = new ScenePackage(bytes);
            var scene = package.Scene(stop: stop);
            var unpacked = 0L;
            return Of(scene, asset =>
            {
                var file = package.Asset(asset.Asset, asset.Use);
                // What is packed may be a thousand times as large.
                return (unpacked += file.Length) <= IncomingFormats.MostBytes ? file : throw new Refusal("file", $"the files in {Names.Shown(main.Name)} are larger than {IncomingFormats.MostBytes / 1_000_000} MB; import it on the list of scenes");
            }, package.HasHistory ? main.Bytes : null);
        }
        catch (SceneFileException wrong)
        {
            throw new Refusal("file", $"{wrong.Faults[0]}{(wrong.Faults.Count > 1 ? $"; and {wrong.Faults.Count - 1} more" : "")}");
        }
    }

    private static IncomingScene Of(Scene scene, Func<NamedAsset, byte[]> bytes, byte[]? withHistory = null) =>
        new(scene, scene.Assets().Values.ToDictionary(asset => asset.Asset, bytes), [], []) { StaysBehind = Behind(scene, withHistory is not null), WithHistory = withHistory };

    private static IReadOnlyList<string> Behind(Scene scene, bool hasHistory)
    {
        var words = new List<string>();
        void Add(int count, string what)
        {
            if (count > 0) words.Add(what);
        }
        Add(scene.Warps.Count, "warps");
        Add(scene.Cues.Count, "cues");
        Add(scene.PlacedClips.Count, "clips");
        Add(scene.Sounds.Count, "sounds");
        Add(scene.Backdrops.Count, "background pictures");
        Add(scene.Bookmarks.Count, "bookmarks");
        if (hasHistory) words.Add("its history");
        return words;
    }
}
