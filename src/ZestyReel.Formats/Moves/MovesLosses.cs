using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Moves;

/// <summary>What moves alone cannot hold.</summary>
internal static class MovesLosses
{
    public static IEnumerable<Loss> Of(OutgoingScene going) =>
    [
        .. Losses.Baked(going),
        .. Askew(going),
        .. Losses.Where(going, thing => DeformerRules.HasShape(thing.Kind), "Shapes", "go out as places only"),
        .. Losses.Where(going, thing => thing.Fade is not null, "Fades", "stay behind"),
        .. Losses.OfScene(going.Scene),
    ];

    /// <summary>What position, rotation and scale cannot say.</summary>
    public static IEnumerable<Loss> Askew(OutgoingScene going)
    {
        var worlds = new WorldSampler(going.Scene, FrameTimes.At(going.Scene, going.Moments[0]));
        return Losses.Where(going, thing => ObjectMoves.IsAskew(worlds.Worlds(thing.Id)[0]), "What hangs askew in something scaled unevenly", "goes out without being askew");
    }
}
