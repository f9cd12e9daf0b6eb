using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Outgoing;

/// <summary>A shape that changes, as a few of its forms and straight ways from each to the next.</summary>
/// <param name="Meshes">The forms, in the object's own space; at least one.</param>
/// <param name="At">At which of the moments each is reached.</param>
/// <param name="Error">How far a vertex is off at the worst, in scene lengths.</param>
/// <param name="IsCutAnew">It is cut into other triangles as time goes on, so that only its first form could be taken.</param>
public sealed record ShapeMorphs(IReadOnlyList<Mesh> Meshes, IReadOnlyList<int> At, double Error, bool IsCutAnew)
{
    /// <summary>Most forms of a shape.</summary>
    public const int Most = 64;

    /// <summary>How far a vertex may be off, as a part of the shape's largest extent, and no more than a twentieth of its change; more where that takes too many forms.</summary>
    public const double Tolerance = 1e-3;

    // What is large may swell by less than its tolerance, which is seen all the same.
    private const double PartOfChange = 0.05;

    // What of a shape's forms is held at once: some 250 MB.
    private const long MostVertices = 5_000_000;

    // What is looked at of all shapes together.
    private const long MostLookedAt = 400_000_000;

    /// <summary>Says no to what would take minutes.</summary>
    /// <exception cref="Refusal">Too many shapes change, for too long.</exception>
    public static void RefuseTooMuch(OutgoingScene going)
    {
        var times = FrameTimes.At(going.Scene, going.Moments[0]);
        var looked = going.Objects.Where(thing => DeformerRules.HasShape(thing.Kind) && !IsStill(thing, times)).Sum(thing => Math.Min(MostVertices, (long)going.ShapeOf(thing).Rings.Length * going.Moments.Count));
        if (looked > MostLookedAt) throw new Refusal("objects", "too many shapes change for so long; take fewer objects, a shorter range, or their motion alone");
    }

    /// <summary>Of an object with a shape.</summary>
    /// <param name="thing">The object.</param>
    /// <param name="times">The moments.</param>
    /// <param name="worlds">Where things are at them.</param>
    public static ShapeMorphs Of(SceneObject thing, FrameTimes times, WorldSampler worlds)
    {
        using var run = new GeometryRun(thing, times, worlds);
        var around = worlds.Worlds(thing.Id);
        var first = Inside(run, around, 0);
        if (IsStill(thing, times)) return new([first], [0], 0, false);
        // Of a fine shape over a long time, not every moment is looked at.
        var every = Math.Max(1, (int)Math.Ceiling((double)first.Positions.Length * times.Count / MostVertices));
        var looked = Enumerable.Range(0, times.Count).Where(i => i % every == 0 || i == times.Count - 1).ToArray();
        var meshes = new Mesh[looked.Length];
        for (var i = 0; i < looked.Length; i++)
        {
            times.Stop.ThrowIfCancellationRequested();
            meshes[i] = Inside(run, around, looked[i]);
            if (meshes[i].Positions.Length != first.Positions.Length || !meshes[i].Indices.AsSpan().SequenceEqual(first.Indices)) return new([first], [0], 0, true);
        }
        var (least, most) = first.Bounds();
        var size = Math.Max((most - least).Length(), 1e-6);
        var change = meshes.Max(mesh => Apart(mesh, first, first, 0));
        if (change <= size * 1e-9) return new([first], [0], 0, false);
        for (var off = Math.Min(size * Tolerance, change * PartOfChange); ; off *= 2)
        {
            times.Stop.ThrowIfCancellationRequested();
            var chosen = new List<int> { 0 };
            var error = Choose(meshes, 0, meshes.Length - 1, off, chosen);
            if (chosen.Count > Most) continue;
            return new([.. chosen.Select(i => meshes[i])], [.. chosen.Select(i => looked[i])], error, false);
        }
    }

    /// <summary>Whether a shape stays as it is in its own space.</summary>
    private static bool IsStill(SceneObject thing, FrameTimes times) =>
        !thing.Specs.Any(spec => spec.Name.StartsWith("shape.", StringComparison.Ordinal) && Stages.Moves(thing, spec.Name, times))
        && times.Scene.WithCarriers(thing.Id).All(each => (each.Id != thing.Id && each.Kind != ObjectKind.Group) || each.Deformers is null);

    /// <summary>Bent by everything, in the object's own space.</summary>
    private static Mesh Inside(GeometryRun run, TransformRun around, int moment)
    {
        if (around[moment].Inverse() is not { } back || !run.IsBentByGroups) return run.Own(moment);
        var mesh = run.World(moment);
        GeometryRun.Move(mesh, back);
        return mesh;
    }

    /// <summary>Halves a stretch until straight ways do; adds where each ends.</summary>
    private static double Choose(Mesh[] meshes, int first, int last, double tolerance, List<int> chosen)
    {
        if (last <= first) return 0;
        var worst = 0.0;
        for (var i = first + 1; i < last && worst <= tolerance; i++)
            worst = Math.Max(worst, Apart(meshes[i], meshes[first], meshes[last], (double)(i - first) / (last - first)));
        if (worst <= tolerance || chosen.Count > Most)
        {
            chosen.Add(last);
            return worst;
        }
        var middle = first + (last - first) / 2;
        return Math.Max(Choose(meshes, first, middle, tolerance, chosen), Choose(meshes, middle, last, tolerance, chosen));
    }

    private static double Apart(Mesh mesh, Mesh from, Mesh to, double part)
    {
        var worst = 0.0;
        for (var v = 0; v < mesh.Positions.Length; v++)
            worst = Math.Max(worst, (from.Positions[v] * (1 - part) + to.Positions[v] * part - mesh.Positions[v]).Length());
        return worst;
    }
}
