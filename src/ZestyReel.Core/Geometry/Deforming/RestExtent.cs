using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Geometry;

/// <summary>How far geometry reaches before anything bends it.</summary>
public static class RestExtent
{
    /// <summary>A box that holds an object's shape, or all shapes that a group carries, in its own space at one moment; null where there is no shape.</summary>
    public static (Vector Least, Vector Most)? Of(Scene scene, SceneObject thing, Tick at)
    {
        var times = FrameTimes.At(scene, at);
        if (DeformerRules.HasShape(thing.Kind)) return Shape(thing, times, Transform.Identity);
        var worlds = new WorldSampler(scene, times);
        if (worlds.Worlds(thing.Id)[0].Inverse() is not { } inverse) return null;
        (Vector Least, Vector Most)? all = null;
        foreach (var each in scene.Objects.Values)
        {
            if (!DeformerRules.HasShape(each.Kind) || !scene.WithCarriers(each.Id).Any(carrier => carrier.Id == thing.Id)) continue;
            var own = Shape(each, times, inverse * worlds.Worlds(each.Id)[0]);
            all = all is { } known ? Mesh.BoundsOf([known.Least, known.Most, own.Least, own.Most]) : own;
        }
        return all;
    }

    private static (Vector Least, Vector Most) Shape(SceneObject thing, FrameTimes times, in Transform placed)
    {
        double Value(string name) => Stages.Values(thing, name, times)[0];
        var shape = ShapeMesh.Of(thing, Value);
        var places = new Vector[shape.Rings.Length];
        shape.Place(Measures.Of(thing.Kind, Value), places);
        for (var i = 0; i < places.Length; i++) places[i] = placed.Point(places[i]);
        return Mesh.BoundsOf(places);
    }
}
