using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Outgoing;

/// <summary>What is seen of an object, with all that it hangs in.</summary>
public static class Seen
{
    /// <summary>Whether it is seen at each moment: not if it is hidden, or something above it.</summary>
    public static bool[] At(SceneObject thing, FrameTimes times)
    {
        var seen = Enumerable.Repeat(true, times.Count).ToArray();
        foreach (var each in times.Scene.WithAncestors(thing.Id))
        {
            var visible = Stages.Values(each, "visible", times);
            for (var i = 0; i < seen.Length; i++) seen[i] &= visible[i] >= 0.5;
        }
        return seen;
    }

    /// <summary>Its own red, green and blue at each moment, 0 to 1, linear.</summary>
    public static Vector[] ColourAt(SceneObject thing, FrameTimes times)
    {
        double[] red = Stages.Values(thing, "look.red", times), green = Stages.Values(thing, "look.green", times), blue = Stages.Values(thing, "look.blue", times);
        var colours = new Vector[times.Count];
        for (var i = 0; i < colours.Length; i++) colours[i] = new(red[i], green[i], blue[i]);
        return colours;
    }

    /// <summary>The opacity of an object with a shape at each moment, 0 to 1; that of the groups above it is in it.</summary>
    public static double[] OpacityAt(SceneObject thing, FrameTimes times)
    {
        var opacity = Stages.Values(thing, "look.opacity", times);
        foreach (var above in times.Scene.WithAncestors(thing.Id).Skip(1).Where(above => above.Kind == ObjectKind.Group))
        {
            var through = Stages.Values(above, "look.opacity", times);
            for (var i = 0; i < opacity.Length; i++) opacity[i] *= through[i];
        }
        return opacity;
    }
}
