using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>Keeps every channel to values that it can have: a curve may overshoot, and a clip may add too much.</summary>
internal sealed class LimitStage : IStage
{
    public string DriverOf(SceneObject thing, string channel, FrameTimes times) => "limits";

    public bool Moves(SceneObject thing, string channel, FrameTimes times) => false;

    public IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing) => [];

    public void Apply(ChannelRows rows, FrameTimes times)
    {
        for (var i = 0; i < rows.Channels.Length; i++)
        {
            var (least, most) = (rows.Channels[i].Least, rows.Channels[i].Most);
            foreach (ref var value in rows[i]) value = Math.Clamp(value, least, most);
        }
    }

    public double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times) => spec.Within(after);
}
