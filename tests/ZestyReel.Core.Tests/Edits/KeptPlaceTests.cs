using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Edits;

public class KeptPlaceTests
{
    private static readonly string[] Channels = ["position.x", "position.y", "position.z", "rotation.x", "rotation.y", "rotation.z"];

    /// <summary>The ferry moves and turns, evenly sized; the buoy is keyed at some frames, on some channels.</summary>
    private static Scene Random(int seed, bool isBuoyKeyed)
    {
        var random = new Random(seed);
        ChannelValue Value(ObjectId id, string channel) => new(id, channel, random.Next(-200, 200));
        var size = random.Next(1, 5) * 0.5;
        var scene = Still().After(new SetValues([.. new[] { "scale.x", "scale.y", "scale.z" }.Select(c => new ChannelValue(Ferry, c, size))]));
        foreach (var frame in new[] { 1, 20, 45 }) scene = scene.After(new KeyChannels(frame, [.. Channels.Select(c => Value(Ferry, c))]));
        if (!isBuoyKeyed) return scene.After(new SetValues([.. Channels.Select(c => Value(Buoy, c))]));
        foreach (var frame in new[] { 5, 12.5m, 33 }) scene = scene.After(new KeyChannels(frame, [.. Channels.Take(random.Next(1, 7)).Select(c => Value(Buoy, c))]));
        return scene;
    }

    private static Transform World(Scene scene, ObjectId id, decimal frame) =>
        new WorldSampler(scene, new FrameTimes(scene, [scene.Rate.At(frame).Value])).Worlds(id)[0];

    private static bool Near(Transform a, Transform b) =>
        new[] { a.Xx - b.Xx, a.Xy - b.Xy, a.Xz - b.Xz, a.Yx - b.Yx, a.Yy - b.Yy, a.Yz - b.Yz, a.Zx - b.Zx, a.Zy - b.Zy, a.Zz - b.Zz, a.Px - b.Px, a.Py - b.Py, a.Pz - b.Pz }
            .All(difference => Math.Abs(difference) < 1e-6);

    [Property]
    public bool A_keyed_object_keeps_its_place_at_each_of_its_keys(int seed)
    {
        var before = Random(seed, isBuoyKeyed: true);
        var under = before.After(new SetParent([Buoy], Ferry, 1));
        var back = under.After(new SetParent([Buoy], null, 1));
        return new[] { 5, 12.5m, 33 }.All(frame =>
            Near(World(before, Buoy, frame), World(under, Buoy, frame)) && Near(World(before, Buoy, frame), World(back, Buoy, frame)));
    }

    [Property]
    public bool A_still_object_keeps_its_place_on_the_frame(int seed)
    {
        var before = Random(seed, isBuoyKeyed: false);
        var under = before.After(new SetParent([Buoy], Ferry, 17));
        return under.Object(Buoy).Channels.Values.All(c => c.Curve is null) && Near(World(before, Buoy, 17), World(under, Buoy, 17));
    }

    [Property]
    public bool The_nearest_turns_turn_the_same_way(int x, int y, int z, int order)
    {
        var (turns, way) = ((x % 720 * 1.0, y % 720 * 1.0, z % 720 * 1.0), (RotationOrder)(Math.Abs(order % 6)));
        Transform Turned((double X, double Y, double Z) some) => Transform.Of((0, 0, 0), some, (1, 1, 1), way);
        var found = Transform.NearestRotation(Turned(turns).Rotation(way), turns, way);
        // Where the outer axes fall together, any share between them is as good.
        var isLocked = Math.Abs(Turned(turns).Rotation(way) is var t ? (way is RotationOrder.Xyz or RotationOrder.Zyx ? t.Y : way is RotationOrder.Yxz or RotationOrder.Zxy ? t.X : t.Z) : 0) > 89.999;
        return Near(Turned(found), Turned(turns))
            && (isLocked || Math.Abs(found.X - turns.Item1) + Math.Abs(found.Y - turns.Item2) + Math.Abs(found.Z - turns.Item3) < 1e-6);
    }

    [Property]
    public bool An_inverse_undoes_its_transform(int seed)
    {
        var transform = World(Random(seed, isBuoyKeyed: false), Ferry, 9);
        return Near(transform.Inverse()!.Value * transform, Transform.Identity) && Near(transform * transform.Inverse()!.Value, Transform.Identity);
    }
}
