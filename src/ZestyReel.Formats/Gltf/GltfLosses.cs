using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Gltf;

/// <summary>What glTF cannot hold of a scene.</summary>
internal static class GltfLosses
{
    public static IEnumerable<Loss> Of(OutgoingScene going)
    {
        var times = FrameTimes.At(going.Scene, going.Moments[0]);
        bool Moves(SceneObject thing, params ReadOnlySpan<string> channels)
        {
            foreach (var name in channels)
                if (thing.Find(name) is not null && Stages.Moves(thing, name, times)) return true;
            return false;
        }
        bool IsSeen(SceneObject thing) => going.HasShapes && DeformerRules.HasShape(thing.Kind);
        return
        [
            .. Losses.Baked(going),
            .. Losses.OnPaths(going),
            .. Losses.Where(going, thing => IsSeen(thing) && Moves(thing, "look.opacity", "look.red", "look.green", "look.blue"), "Moving colour and opacity",
                "are written by the KHR_animation_pointer extension; programs that do not know it show those of the first frame"),
            .. Losses.Where(going, thing => Moves(thing, "camera.fov", "light.intensity", "light.range", "light.cone") || thing.Kind == ObjectKind.Light && Moves(thing, "look.red", "look.green", "look.blue"),
                "Moving lenses and lights", "are written by the KHR_animation_pointer extension; programs that do not know it show those of the first frame"),
            .. Losses.Where(going, thing => Moves(thing, "visible"), "What is hidden for a while", "is written by the KHR_node_visibility extension; programs that do not know it show it throughout"),
            .. Losses.Where(going, thing => Moves(thing, "light.kind"), "Lights that become others", "stay what they are at the first frame"),
            .. ShapeLosses.Of(going),
            .. Losses.Where(going, thing => thing.Kind == ObjectKind.Path, "Paths", "go out as places only, without their way"),
            .. Losses.OfScene(going.Scene),
        ];
    }
}
