using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Incoming;

namespace ZestyReel.Formats.ObjFiles;

/// <summary>Wavefront OBJ as objects: a mesh for each name and look, below a group where there are several.</summary>
public sealed class ObjArrival : IIncomingFormat
{
    /// <inheritdoc/>
    public IReadOnlyList<string> Endings => [".obj"];

    /// <inheritdoc/>
    public string Name => "OBJ";

    /// <inheritdoc/>
    public IncomingUses Uses => IncomingUses.Unit | IncomingUses.Up;

    /// <inheritdoc/>
    public IncomingScene Read(IncomingFile main, Func<string, byte[]?> beside, IncomingChoice choice, CancellationToken stop)
    {
        choice.Checked();
        var (objects, meshes, notes) = (new IncomingObjects(), new IncomingMeshes(), new IncomingNotes());
        var read = ObjReader.Read(main.Bytes, stop);
        var looks = new ObjLooks(read.Libraries, beside, notes);
        var title = System.IO.Path.GetFileNameWithoutExtension(main.Name);
        var parts = read.Parts;
        var above = parts.Count > 1 ? objects.Add(ObjectKind.Group, title, null) : (ObjectId?)null;
        foreach (var part in parts)
        {
            stop.ThrowIfCancellationRequested();
            var name = part.Name ?? title;
            if (read.Shape(part, choice) is not { } shape)
            {
                notes.Add("Faces without any extent", Names.Made(name, "Mesh"), "stay behind");
                continue;
            }
            var id = objects.Add(ObjectKind.Mesh, name, above, meshes.Take(shape, Names.Made(name, "Mesh")));
            looks.Give(objects, id, part.Material);
        }
        if (meshes.Files.Count == 0) throw new Refusal("file", "there is no face in it");
        foreach (var (what, why) in read.Left) notes.Add(what, null, why);
        return new(objects.Scene(Names.Made(title, "Scene"), FrameRate.Film, 0), meshes.Files, notes.All, []) { Triangles = meshes.Triangles };
    }
}
