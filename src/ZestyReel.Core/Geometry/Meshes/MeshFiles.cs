using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>
/// Where the meshes of files are read. A file is named by its bytes, so that whoever has one of that name has the same: as
/// with fonts, it does not matter to a scene who gives it.
/// </summary>
public static class MeshFiles
{
    private static ImmutableList<Func<AssetHash, ShapeMesh?>> _sources = [];

    /// <summary>Has a source asked for meshes until what is given back is disposed of.</summary>
    /// <param name="source">Reads a mesh; null where it has no such file.</param>
    public static IDisposable From(Func<AssetHash, ShapeMesh?> source)
    {
        ImmutableInterlocked.Update(ref _sources, known => known.Add(source));
        return new Ending(source);
    }

    /// <summary>Reads a mesh; null where nobody has its file.</summary>
    internal static ShapeMesh? Read(AssetHash file)
    {
        foreach (var source in _sources)
            if (source(file) is { } mesh) return mesh;
        return null;
    }

    private sealed class Ending(Func<AssetHash, ShapeMesh?> source) : IDisposable
    {
        public void Dispose() => ImmutableInterlocked.Update(ref _sources, known => known.Remove(source));
    }
}
