using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Bench;

/// <summary>What it costs to bend a million vertices by three deformers, on all cores, against moving them by a matrix.</summary>
internal static class Bent
{
    /// <summary>Bends and moves them, in the same run.</summary>
    public static void Vertices()
    {
        var random = new Random(1);
        var at = new Vector[1_000_000];
        for (var i = 0; i < at.Length; i++) at[i] = new(random.NextDouble(), random.NextDouble(), random.NextDouble());
        DeformerPose Pose(DeformerKind kind) => DeformerPose.Of(new Deformer("D", kind), name => name switch
        {
            DeformerChannels.Strength => kind is DeformerKind.Bend or DeformerKind.Twist ? 60 : 0.3,
            DeformerChannels.Direction => 30,
            DeformerChannels.Length => 1,
            DeformerChannels.Amount => 0.1,
            DeformerChannels.Count => 2,
            _ => 0,
        });
        DeformerPose[] three = [Pose(DeformerKind.Bend), Pose(DeformerKind.Twist), Pose(DeformerKind.Wave)];
        var turned = Core.Evaluation.Transform.Of((1, 2, 3), (10, 20, 30), (1, 1, 1), RotationOrder.Xyz);
        var (places, normals) = (new Vector[at.Length], new Vector[at.Length]);
        void Fresh()
        {
            at.CopyTo(places, 0);
            Array.Fill(normals, new Vector(0, 1, 0));
        }
        var moved = Measure.Median(Measure.Runs(5, () =>
        {
            Fresh();
            for (var i = 0; i < places.Length; i++) places[i] = turned.Point(places[i]);
        }));
        var bent = Measure.Median(Measure.Runs(5, () =>
        {
            Fresh();
            GeometryRun.Deform(three, places, normals);
        }));
        Measure.Print("1,000,000 vertices × 3 deformers, with normals", bent / 1000, "s");
        Measure.Print("1,000,000 vertices × 3 deformers, times a matrix on one core", bent / moved, "ratio");
    }
}
