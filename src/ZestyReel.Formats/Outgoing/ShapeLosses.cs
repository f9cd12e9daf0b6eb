using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.Outgoing;

/// <summary>What is lost of shapes that go out as forms that they pass through.</summary>
internal static class ShapeLosses
{
    public static IEnumerable<Loss> Of(OutgoingScene going)
    {
        if (!going.HasShapes) return [];
        var times = FrameTimes.At(going.Scene, going.Moments[0]);
        bool IsFaded(SceneObject thing) => going.Scene.WithAncestors(thing.Id).Any(above => above.Fade is not null);
        bool IsCutAnew(SceneObject thing) => thing.Specs.Any(spec => spec.Unit == ChannelUnit.Count && Stages.Moves(thing, spec.Name, times));
        bool IsBent(SceneObject thing) => thing.Deformers is not null || going.Scene.WithCarriers(thing.Id).Any(above => above.Deformers is not null);
        IEnumerable<Loss> Where(Func<SceneObject, bool> has, string what, string why) => Losses.Where(going, thing => DeformerRules.HasShape(thing.Kind) && has(thing), what, why);
        return
        [
            .. Where(IsFaded, "Fades", "go out as wholly there"),
            .. Where(IsCutAnew, "Segments that change", "leave the shape as it is at the first frame"),
            .. Where(IsBent, "What bends shapes", $"goes out as forms that they pass through, {ShapeMorphs.Most} of each at the most"),
            .. Where(thing => thing.Kind == ObjectKind.Text, "Texts", "go out as shapes; their words cannot be typed there"),
        ];
    }
}
