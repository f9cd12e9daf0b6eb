using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>The channel's own: its keys at source time, or its still value. A rotation with quaternion interpolation is worked out as one thing.</summary>
internal sealed class KeyedStage : IStage
{
    public string DriverOf(SceneObject thing, string channel, FrameTimes times) => "keys";

    public bool Moves(SceneObject thing, string channel, FrameTimes times) =>
        thing.Channels.GetValueOrDefault(channel)?.Curve is not null || QuaternionRotation.Covers(thing, channel);

    public IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) => [];

    public void Apply(ChannelRows rows, FrameTimes times)
    {
        var thing = rows.Object;
        var isRotated = false;
        for (var i = 0; i < rows.Channels.Length; i++)
        {
            var spec = rows.Channels[i];
            if (QuaternionRotation.Covers(thing, spec.Name)) isRotated = true;
            else if (thing.Channels.GetValueOrDefault(spec.Name) is not { } channel) rows[i].Fill(spec.Default);
            else if (channel.Curve is { } curve) curve.ValuesAt(times.For(thing.Id, spec.Name), rows[i]);
            else rows[i].Fill(channel.Still);
        }
        if (isRotated) Rotate(rows, times);
    }

    private static void Rotate(ChannelRows rows, FrameTimes times)
    {
        // The three may be warped each for itself: each takes its own part of the rotation at its own time.
        var rotation = new QuaternionRotation(rows.Object);
        double[]? known = null;
        var poses = (X: Array.Empty<double>(), Y: Array.Empty<double>(), Z: Array.Empty<double>());
        for (var axis = 0; axis < 3; axis++)
        {
            var row = rows.Of(QuaternionRotation.Channels[axis]);
            if (row.IsEmpty) continue;
            var source = times.For(rows.Object.Id, QuaternionRotation.Channels[axis]);
            if (!ReferenceEquals(source, known))
            {
                poses = (new double[source.Length], new double[source.Length], new double[source.Length]);
                rotation.At(source, poses.X, poses.Y, poses.Z);
                known = source;
            }
            (axis switch { 0 => poses.X, 1 => poses.Y, _ => poses.Z }).CopyTo(row);
        }
    }

    public double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times) => after;
}
