using ZestyReel.Core;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Outgoing;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>The scene as a whole: nothing is lost.</summary>
/// <param name="isPackage">With the files that it needs.</param>
public sealed class SceneFileFormat(bool isPackage) : IOutgoingFormat
{
    /// <inheritdoc/>
    public string Ending => isPackage ? ScenePackage.Ending : SceneFileName.Ending;

    /// <inheritdoc/>
    public string Name => isPackage ? "Scene package" : "Scene file";

    /// <inheritdoc/>
    public string For => isPackage ? "The whole scene with its sounds, pictures and meshes, to be opened again or handed on" : "The whole scene as readable text, where it needs no other files";

    /// <inheritdoc/>
    public string MediaType => isPackage ? "application/zip" : "application/json";

    /// <inheritdoc/>
    public OutgoingUses Uses => isPackage ? OutgoingUses.Whole | OutgoingUses.History : OutgoingUses.Whole;

    /// <inheritdoc/>
    public IEnumerable<Loss> Losses(OutgoingScene going) => [];

    /// <inheritdoc/>
    public long Size(OutgoingScene going)
    {
        var text = 300 + going.Scene.Objects.Count * 200L + going.Scene.KeyCount() * 40;
        return isPackage ? text / 5 + going.Scene.Sounds.Values.Sum(sound => sound.File.Samples * 2) + going.Scene.Backdrops.Values.Sum(backdrop => backdrop.Pictures.Length * 500_000L) + Meshes(going) : text;
    }

    // A place and a way to face for each vertex, three numbers for each triangle.
    private static long Meshes(OutgoingScene going) => going.Scene.Objects.Values.Where(thing => thing.Mesh is not null).DistinctBy(thing => thing.Mesh!.Asset).Sum(thing => ShapeMesh.Of(thing.Mesh!.Asset) is { } mesh ? mesh.Rings.Length * 24L + mesh.Indices.Length * 3L : 0);

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        if (isPackage)
        {
            var needed = going.Scene.Assets().Keys.ToList();
            if (needed.Count > 0 && needed.TrueForAll(asset => going.Files.Bytes(asset) is null)) throw new Refusal("scene", "the files of its sounds, pictures and meshes are not with the scene; take one that is kept, or a package");
            using var history = going.Choice.History ? going.Files.History?.Invoke(stop) ?? throw new Refusal("history", "nobody knows what was done to this scene; take a kept one, or a package that has its history") : null;
            ScenePackage.Write(into, going.Scene, going.Files.Bytes, history, stop);
            return;
        }
        if (going.Scene.Assets().Count > 0) throw new Refusal("format", "this scene has sounds, pictures or meshes of its own; take the package, which has them inside");
        into.Write(SceneFileWriter.Write(going.Scene));
    }
}
