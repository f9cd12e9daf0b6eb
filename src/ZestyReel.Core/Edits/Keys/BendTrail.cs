using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Pulls a handle of the way that an object takes through space: of the curves of its position that have a key at a time,
/// with free sides there that are equally long in time, each gets its part of the offset.
/// </summary>
/// <param name="Object">Whose way.</param>
/// <param name="Time">When the keys stand, in ticks.</param>
/// <param name="Side">Which of their handles.</param>
/// <param name="By">Where the handle ends, from the key, inside what the object lies in.</param>
/// <param name="Alone">Leaves the other side as it is, so that a corner comes in.</param>
public sealed record BendTrail(ObjectId Object, Tick Time, KeySide Side, Vector By, bool Alone = false) : Edit
{
    private static readonly string[] Positions = ["position.x", "position.y", "position.z"];

    /// <inheritdoc/>
    public override string Title(Scene scene) => FormattableString.Invariant($"Bend the trail of {scene.Object(Object).Name} at {scene.Rate.FrameOf(Time.Value):0.##}");

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        double? length = null;
        foreach (var (axis, name) in Positions.Index())
        {
            var at = scene.At(CurveRef.Of(Object, name), "object").Unlocked("object");
            if (at.Channel.Curve is not { } curve || curve.IndexOf(Time) is not (>= 0 and var place)) continue;
            var key = curve.Keys[place];
            if ((Side == KeySide.In ? key.In : key.Out) != Interpolation.Free) throw new Refusal("time", $"{at.Words} has no free handle there; make it free first");
            var handle = Side == KeySide.In ? key.InHandle : key.OutHandle;
            if (length is { } known && Math.Abs(known - handle.Ticks) > 1) throw new Refusal("time", "the handles of the position are not equally long in time there; bend the curves one by one");
            length = handle.Ticks;
            var part = axis switch { 0 => By.X, 1 => By.Y, _ => By.Z };
            scene = new SetHandle(Object, name, Time, Side, handle.Ticks / scene.Rate.TicksPerFrame, part, Alone).Within(scene);
        }
        return length is null ? throw new Refusal("time", "there is no key of the position at that time") : scene;
    }
}
