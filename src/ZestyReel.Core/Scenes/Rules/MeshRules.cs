namespace ZestyReel.Core.Scenes;

/// <summary>What every object with triangles out of a file keeps to.</summary>
internal static class MeshRules
{
    /// <exception cref="Refusal">A mesh has no triangles, or something else has some.</exception>
    public static void Check(SceneObject thing)
    {
        if (thing.Kind != ObjectKind.Mesh)
        {
            if (thing.Mesh is not null) throw new Refusal("mesh", $"a {thing.Kind.ToString().ToLowerInvariant()} has no triangles of its own");
            return;
        }
        if (thing.Mesh is not { } mesh) throw new Refusal("mesh", "a mesh comes out of a file; bring one in");
        Names.Checked(mesh.Name, "mesh");
    }
}
