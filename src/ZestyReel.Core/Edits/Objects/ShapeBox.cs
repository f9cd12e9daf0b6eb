using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>The box around some points, along the axes that they are told in.</summary>
/// <param name="Least">The least of each.</param>
/// <param name="Most">The most of each.</param>
internal readonly record struct ShapeBox(Vector Least, Vector Most)
{
    /// <summary>Around points; <see cref="IsEmpty"/> where there is none.</summary>
    public static ShapeBox Around(IEnumerable<Vector> points)
    {
        var (least, most) = (new Vector(double.PositiveInfinity, double.PositiveInfinity, double.PositiveInfinity), new Vector(double.NegativeInfinity, double.NegativeInfinity, double.NegativeInfinity));
        foreach (var at in points)
        {
            least = new(Math.Min(least.X, at.X), Math.Min(least.Y, at.Y), Math.Min(least.Z, at.Z));
            most = new(Math.Max(most.X, at.X), Math.Max(most.Y, at.Y), Math.Max(most.Z, at.Z));
        }
        return new(least, most);
    }

    /// <summary>Around objects and all that hangs below them, as bent as they are: around their shapes, or their origins where none has one.</summary>
    /// <param name="scene">Their scene.</param>
    /// <param name="tops">The objects.</param>
    /// <param name="times">A single moment.</param>
    /// <param name="worlds">Where things are then.</param>
    /// <param name="inside">In whose space; in the world's where none is given.</param>
    /// <exception cref="Refusal">That has no space: it is flattened to nothing.</exception>
    public static ShapeBox Around(Scene scene, IReadOnlyList<ObjectId> tops, FrameTimes times, WorldSampler worlds, ObjectId? inside)
    {
        var back = Transform.Identity;
        if (inside is { } around)
            back = worlds.Worlds(around)[0].Inverse() ?? throw new Refusal("objects", $"{scene.Object(around).Name}, in which they hang, is flattened to nothing");
        var all = scene.WithDescendants(tops).ToList();
        var shapes = Around(all.Where(thing => DeformerRules.HasShape(thing.Kind)).SelectMany(Vertices).Select(back.Point));
        return shapes.IsEmpty ? Around(all.Select(thing => worlds.Worlds(thing.Id)[0].Origin).Select(back.Point)) : shapes;

        Vector[] Vertices(SceneObject thing)
        {
            using var run = new GeometryRun(thing, times, worlds);
            return run.World(0).Positions;
        }
    }

    /// <summary>Whether it is around nothing.</summary>
    public bool IsEmpty => !(Least.X <= Most.X);

    /// <summary>A place in it.</summary>
    /// <param name="share">−1 to 1 along each axis.</param>
    public Vector At(Vector share)
    {
        // The ends are the very ends.
        static double Between(double least, double most, double share) => least * ((1 - share) / 2) + most * ((1 + share) / 2);
        return new(Between(Least.X, Most.X, share.X), Between(Least.Y, Most.Y, share.Y), Between(Least.Z, Most.Z, share.Z));
    }
}
