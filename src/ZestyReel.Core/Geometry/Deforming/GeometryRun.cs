using System.Collections.Concurrent;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>
/// The geometry of one object at some moments: its shape, bent by its own deformers and then, in the space of each group
/// that carries it and has some, by those.
/// </summary>
public sealed class GeometryRun : IDisposable
{
    // What one core does before another is worth waking.
    private const int AtOnce = 16_384;

    private readonly ChannelRows _rows;
    private readonly SceneObject _thing;
    private readonly DeformerRun _own;
    private readonly TransformRun _world;
    private readonly List<(DeformerRun Deformers, TransformRun World)> _groups = [];
    private readonly List<Veil> _veils = [];
    private readonly FadeRun? _fade;
    private readonly bool _isStill;

    /// <summary>Of an object that has a shape.</summary>
    /// <exception cref="Refusal">It has none.</exception>
    public GeometryRun(SceneObject thing, FrameTimes times, WorldSampler worlds)
    {
        if (!DeformerRules.HasShape(thing.Kind)) throw new Refusal("object", $"{thing.Name} has no geometry");
        _thing = thing;
        _rows = new ChannelRows(thing, [.. thing.Specs.Where(spec => spec.Name.StartsWith("shape.", StringComparison.Ordinal) || spec.Name == "look.opacity")], times.Count);
        Stages.Evaluate(_rows, times);
        _own = new(thing, times);
        _fade = FadeRun.Of(thing, times);
        _world = worlds.Worlds(thing.Id);
        _isStill = _world.IsStill && _own.Count == 0 && !_rows.Channels.Any(spec => Stages.Moves(thing, spec.Name, times));
        foreach (var above in times.Scene.WithCarriers(thing.Id).Skip(1))
            if (above.Kind == ObjectKind.Group) _groups.Add((new(above, times), worlds.Worlds(above.Id)));
        // What is seen of it is said by what it hangs below, be it carried by that or not.
        foreach (var above in times.Scene.WithAncestors(thing.Id).Skip(1))
            if (above.Kind == ObjectKind.Group) _veils.Add(new(above, times, worlds));
    }

    /// <summary>Whether its vertices are in one place at every moment.</summary>
    public bool IsStill => _isStill && _groups.TrueForAll(group => group.Deformers.Count == 0);

    /// <summary>Whether some group that carries it bends it.</summary>
    internal bool IsBentByGroups => _groups.Exists(group => group.Deformers.Count > 0);

    /// <summary>How the shape is cut at a moment.</summary>
    public Segments Cut(int moment) => Segments.Of(_thing.Kind, name => _rows.Of(name)[moment]);

    /// <summary>The shape at a moment, and how large it is.</summary>
    public (ShapeMesh Mesh, Measures Measures) Rest(int moment) =>
        (ShapeMesh.Of(_thing, name => _rows.Of(name)[moment]), Measures.Of(_thing.Kind, name => _rows.Of(name)[moment]));

    /// <summary>The mesh at a moment, in the object's own space: bent by its own deformers alone.</summary>
    public Mesh Own(int moment)
    {
        var (shape, measures) = Rest(moment);
        var mesh = shape.Sized(measures);
        Deform(_own[moment], mesh.Positions, mesh.Normals);
        return mesh;
    }

    /// <summary>The mesh at a moment, in the world: bent by everything.</summary>
    public Mesh World(int moment)
    {
        var mesh = Own(moment);
        var world = _world[moment];
        Move(mesh, world);
        foreach (var (deformers, around) in _groups)
        {
            // What is flattened to nothing has no inside that could be bent.
            if (deformers.Count == 0 || around[moment].Inverse() is not { } inverse) continue;
            Move(mesh, inverse);
            Deform(deformers[moment], mesh.Positions, mesh.Normals);
            Move(mesh, around[moment]);
        }
        return mesh;
    }

    /// <summary>Where a point of the object's own space comes to lie in the world at a moment, bent by everything.</summary>
    public Vector Bent(int moment, Vector at)
    {
        foreach (ref readonly var deformer in _own[moment]) at = deformer.Point(at);
        at = _world[moment].Point(at);
        foreach (var (deformers, around) in _groups)
        {
            if (deformers.Count == 0 || around[moment].Inverse() is not { } inverse) continue;
            at = inverse.Point(at);
            foreach (ref readonly var deformer in deformers[moment]) at = deformer.Point(at);
            at = around[moment].Point(at);
        }
        return at;
    }

    /// <summary>How much is seen of each vertex at a moment, 0 to 1: its opacity and that of the groups that it hangs below, less what fades.</summary>
    public double[] Opacities(int moment)
    {
        var (shape, measures) = Rest(moment);
        var rest = new Vector[shape.Rings.Length];
        shape.Place(measures, rest);
        var opacities = new double[rest.Length];
        Array.Fill(opacities, _rows.Of("look.opacity")[moment]);
        if (_fade is not null) _fade.Multiply(moment, rest, opacities);
        foreach (var veil in _veils) veil.Multiply(moment, rest, _world[moment], opacities);
        return opacities;
    }

    /// <inheritdoc/>
    public void Dispose() => _rows.Dispose();

    /// <summary>Bends places, and which way a surface there faces.</summary>
    public static void Deform(ReadOnlySpan<DeformerPose> deformers, Vector[] positions, Vector[] normals)
    {
        if (deformers.IsEmpty) return;
        if (positions.Length < AtOnce)
        {
            Deform(deformers, positions.AsSpan(), normals);
            return;
        }
        var all = deformers.ToArray();
        Parallel.ForEach(Partitioner.Create(0, positions.Length, AtOnce), part =>
            Deform(all, positions.AsSpan(part.Item1..part.Item2), normals.AsSpan(part.Item1..part.Item2)));
    }

    private static void Deform(ReadOnlySpan<DeformerPose> deformers, Span<Vector> positions, Span<Vector> normals)
    {
        foreach (ref readonly var deformer in deformers)
            for (var i = 0; i < positions.Length; i++) positions[i] = deformer.Point(positions[i], ref normals[i]);
    }

    /// <summary>Leads a mesh into another space.</summary>
    internal static void Move(Mesh mesh, in Transform by)
    {
        for (var i = 0; i < mesh.Positions.Length; i++) mesh.Positions[i] = by.Point(mesh.Positions[i]);
        // By cofactors; what mirrors turns every surface inside out.
        var (x, y, z) = (new Vector(by.Xx, by.Xy, by.Xz), new Vector(by.Yx, by.Yy, by.Yz), new Vector(by.Zx, by.Zy, by.Zz));
        var (a, b, c) = (y.Cross(z), z.Cross(x), x.Cross(y));
        var sign = x.Dot(a) < 0 ? -1 : 1;
        for (var i = 0; i < mesh.Normals.Length; i++)
        {
            var n = mesh.Normals[i];
            mesh.Normals[i] = ((a * n.X + b * n.Y + c * n.Z) * sign).Unit();
        }
    }
}
