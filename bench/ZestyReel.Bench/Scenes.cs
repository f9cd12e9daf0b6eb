using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Bench;

/// <summary>Made-up scenes of a given size.</summary>
internal static class Scenes
{
    private static readonly string[] Transforms =
        ["position.x", "position.y", "position.z", "rotation.x", "rotation.y", "rotation.z", "scale.x", "scale.y", "scale.z"];

    /// <summary>Boxes whose nine transform channels all have keys, spread evenly over the frames, each a little different.</summary>
    public static Scene Boxes(int objects, int frames, int keysPerChannel)
    {
        var scene = Scene.Empty("Bench");
        scene = scene with { Settings = scene.Settings with { Range = new(0, frames - 1), Work = new(0, frames - 1) } };
        var all = ImmutableSortedDictionary.CreateBuilder<ObjectId, SceneObject>();
        for (var n = 1; n <= objects; n++)
        {
            var channels = ImmutableSortedDictionary.CreateBuilder<string, Channel>();
            for (var c = 0; c < Transforms.Length; c++) channels[Transforms[c]] = new Channel(0, Keyed(n * 31 + c, frames, keysPerChannel));
            all[new ObjectId(n)] = new SceneObject(new ObjectId(n), $"Box {n}", ObjectKind.Box, null, n, RotationOrder.Xyz, channels.ToImmutable());
        }
        return scene with { Objects = all.ToImmutable() };
    }

    private static Curve Keyed(int seed, int frames, int count)
    {
        var keys = ImmutableArray.CreateBuilder<Key>(count);
        for (var i = 0; i < count; i++)
            keys.Add(new Key(FrameRate.Film.StartOf((long)i * (frames - 1) / Math.Max(1, count - 1)), Value(seed, i), Interpolation.Smooth, Interpolation.Smooth));
        return new Curve(keys.MoveToImmutable());
    }

    /// <summary>The same made-up values as the other side of a comparison computes for itself.</summary>
    private static double Value(int seed, int i) => (seed * 7919 + i * 104_729) % 1000 / 100.0;
}
