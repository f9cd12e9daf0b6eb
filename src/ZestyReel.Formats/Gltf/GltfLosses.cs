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
        bool IsFaded(SceneObject thing) => IsSeen(thing) && going.Scene.WithAncestors(thing.Id).Any(above => above.Fade is not null);
        return
        [
            .. Losses.Baked(going),
            .. Losses.Where(going, IsFaded, "Fades", "go out as wholly there"),
            .. Losses.Where(going, thing => IsSeen(thing) && Moves(thing, "look.opacity", "look.red", "look.green", "look.blue"), "Moving colour and opacity",
                "are written by the KHR_animation_pointer extension; programs that do not know it show those of the first frame"),
            .. Losses.Where(going, thing => Moves(thing, "camera.fov", "light.intensity", "light.range", "light.cone") || thing.Kind == ObjectKind.Light && Moves(thing, "look.red", "look.green", "look.blue"),
                "Moving lenses and lights", "are written by the KHR_animation_pointer extension; programs that do not know it show those of the first frame"),
            .. Losses.Where(going, thing => Moves(thing, "visible"), "What is hidden for a while", "is written by the KHR_node_visibility extension; programs that do not know it show it throughout"),
            .. Losses.Where(going, thing => Moves(thing, "light.kind"), "Lights that become others", "stay what they are at the first frame"),
            .. Losses.Where(going, thing => IsSeen(thing) && thing.Specs.Any(spec => spec.Unit == ChannelUnit.Count && Stages.Moves(thing, spec.Name, times)), "Segments that change", "leave the shape as it is at the first frame"),
            .. Losses.Where(going, thing => IsSeen(thing) && (thing.Deformers is not null || going.Scene.WithCarriers(thing.Id).Any(above => above.Deformers is not null)), "What bends shapes",
                $"goes out as forms that they pass through, {ShapeMorphs.Most} of each at the most"),
            .. Losses.Where(going, thing => thing.Kind == ObjectKind.Text && IsSeen(thing), "Texts", "go out as shapes; their words cannot be typed there"),
            .. Losses.Where(going, thing => thing.Kind == ObjectKind.Path, "Paths", "go out as places only, without their way"),
            .. Losses.OfScene(going.Scene),
        ];
    }
}
