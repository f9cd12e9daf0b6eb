using System.Collections.Immutable;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets objects fall and bounce, or bounce otherwise, or no more. At first an object is as large as it is high, and the ground is at 0, or below it where it starts lower.</summary>
/// <param name="Objects">What bounces.</param>
/// <param name="Against">What it bounces off besides; null where it bounces no more.</param>
/// <param name="On">Whether it is switched on.</param>
public sealed record SetBounce(ImmutableArray<ObjectId> Objects, ImmutableArray<ObjectId>? Against, bool On = true) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => LooseEdits.Title(scene, Objects, "Bounce", Against is null, thing => thing.Bounce is not null);

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Against is { IsDefault: true }) throw new Refusal("against", "say what it bounces off, or nothing");
        foreach (var (i, id) in (Against ?? []).Index()) scene.Object(id, $"against[{i}]");
        var start = FrameTimes.At(scene, scene.Rate.StartOf(scene.Settings.Range.First));
        var worlds = new WorldSampler(scene, start);
        return LooseEdits.Each(scene, Objects, (thing, _) =>
        {
            // What several bounce off, none of them bounces off itself.
            var next = thing.Bouncing(Against is { } against ? new(against.Remove(thing.Id), On) : null);
            return thing.Bounce is null && next.Bounce is not null ? Sized(next, worlds.Worlds(thing.Id)[0], start) : next;
        });
    }

    private static SceneObject Sized(SceneObject thing, Transform world, FrameTimes start)
    {
        double Value(string name) => Stages.Values(thing with { Bounce = null }, name, start)[0];
        var radius = Math.Round(BallSize.Standing(thing, Value) * Math.Abs(world.Scale.Y), 6);
        var ground = Math.Min(0, Math.Floor((world.Py - radius) * 1000) / 1000);
        SceneObject With(SceneObject to, string name, double value) => to.WithChannel(name, new Channel(to.Spec(name, "objects").Within(value)));
        return With(With(thing, Bounce.Radius, radius), Bounce.Ground, ground);
    }
}
