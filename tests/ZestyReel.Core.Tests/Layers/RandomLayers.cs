using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;

namespace ZestyReel.Core.Tests.Layers;

/// <summary>Scenes with moving objects and stacks of layers over them.</summary>
internal static class RandomLayers
{
    public static readonly ObjectId Boat = new(1), Gull = new(2);
    public static readonly string[] Channels = ["position.x", "position.y", "rotation.z", "look.opacity"];

    /// <summary>Two objects, two to five layers of all kinds with keys here and there, and now and then a warp.</summary>
    /// <param name="random">Where it is from.</param>
    /// <param name="isPlain">Without warps and cycles.</param>
    public static Scene Scene(Random random, bool isPlain = false)
    {
        var scene = Core.Scenes.Scene.Empty("Bay").After(new SetRanges(new(1, 60)), new AddObject(ObjectKind.Box, "Boat"), new AddObject(ObjectKind.Cone, "Gull"));
        foreach (var id in (ObjectId[])[Boat, Gull])
            foreach (var channel in Channels) scene = Keyed(random, scene, id, channel, 4);
        for (var i = random.Next(2, 6); i > 0; i--)
        {
            scene = scene.After(new AddLayer(Mode: (LayerMode)random.Next(2)));
            var layer = scene.Layers.Keys.Max();
            foreach (var id in (ObjectId[])[Boat, Gull])
                foreach (var channel in Channels)
                    if (random.Next(3) > 0) scene = Keyed(random, scene, id, LayeredName.Of(layer, channel), 3);
            if (random.Next(3) == 0) scene = scene.After(new SetValues([new(CurveRef.Of(layer), random.NextDouble())]));
            else if (random.Next(3) == 0)
                scene = scene.After(new KeyChannels(random.Next(1, 20), [new(CurveRef.Of(layer), random.NextDouble())], Interpolation.Linear), new KeyChannels(random.Next(30, 60), [new(CurveRef.Of(layer), random.NextDouble())]));
        }
        if (!isPlain && random.Next(2) == 0)
            scene = scene.After(new AddWarp("Flow", [new(Boat, null)]), new KeyChannels(20, [new(CurveRef.Of(new WarpId(1)), random.Next(5, 40))]));
        if (!isPlain && random.Next(2) == 0 && scene.Object(Boat).Channel("position.x").Curve is not null)
            scene = scene.After(new SetExtrapolation([new(Boat, "position.x")], (Extrapolation)random.Next(5), (Extrapolation)random.Next(5)));
        return scene;
    }

    private static Scene Keyed(Random random, Scene scene, ObjectId id, string channel, int most)
    {
        var modes = (Interpolation[])[Interpolation.Linear, Interpolation.Clamped, Interpolation.Smooth, Interpolation.Hold, Interpolation.Flat];
        var spec = scene.Object(id).Find(channel)!;
        var keys = new SortedDictionary<long, Key>();
        for (var key = random.Next(0, most + 1); key > 0; key--)
        {
            var (time, mode) = (scene.Rate.StartOf(random.Next(1, 60)), modes[random.Next(modes.Length)]);
            keys[time.Value] = new(time, channel.EndsWith("opacity", StringComparison.Ordinal) ? random.NextDouble() * 0.4 : random.NextDouble() * 20 - 10, mode, mode);
        }
        return keys.Count == 0 ? scene : scene.With(scene.Object(id).WithChannel(channel, new(LayeredName.Is(channel) ? 0 : spec.Default, new Curve([.. keys.Values]))));
    }
}
