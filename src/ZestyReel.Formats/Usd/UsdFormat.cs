using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Moves;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Usd;

/// <summary>A USD text file: an Xform with time samples for each object, inside that of what it hangs in, with its shape, camera or light. Time codes are the scene's frames.</summary>
public sealed class UsdFormat : IOutgoingFormat
{
    /// <inheritdoc/>
    public string Ending => ".usda";

    /// <inheritdoc/>
    public string Name => "USD as text";

    /// <inheritdoc/>
    public string For => "Shapes, cameras with film backs, lights and their motion as time samples, for compositing and layout";

    /// <inheritdoc/>
    public string MediaType => "model/vnd.usda";

    /// <inheritdoc/>
    public OutgoingUses Uses => OutgoingUses.Part | OutgoingUses.Shapes | OutgoingUses.Step | OutgoingUses.Unit | OutgoingUses.Up | OutgoingUses.Samples;

    /// <inheritdoc/>
    public OutgoingScene Going(Scene scene, OutgoingChoice choice, OutgoingFiles files) => OutgoingScene.Of(scene, choice with { World = false }, files);

    /// <inheritdoc/>
    public IEnumerable<Loss> Losses(OutgoingScene going) =>
    [
        .. Formats.Outgoing.Losses.Baked(going),
        .. ShapeLosses.Of(going),
        .. Formats.Outgoing.Losses.Where(going, thing => thing.Kind == ObjectKind.Path, "Paths", "go out as places only, without their way"),
        .. Formats.Outgoing.Losses.OnPaths(going),
        .. Formats.Outgoing.Losses.OfScene(going.Scene),
    ];

    /// <inheritdoc/>
    public long Size(OutgoingScene going) => 300 + going.Objects.Sum(thing => 500 + (going.MayMove(thing) ? going.Moments.Count * 120L : 0) + (UsdScene.HasShape(going, thing) ? UsdShapes.Size(going, thing) : 0));

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        if (going.HasShapes) ShapeMorphs.RefuseTooMuch(going);
        var run = new MovesRun(going, stop);
        using var usd = new UsdText(into);
        usd.Line("#usda 1.0");
        usd.Line("(");
        usd.Line($"    defaultPrim = \"{new UsdNames().For(going.Scene.Settings.Name)}\"");
        usd.Line($"    startTimeCode = {going.Moments.FrameOf(0)}");
        usd.Line($"    endTimeCode = {going.Moments.FrameOf(going.Moments.Count - 1)}");
        usd.Line($"    timeCodesPerSecond = {UsdText.Number(going.Scene.Rate.FramesPerSecond)}");
        usd.Line($"    framesPerSecond = {UsdText.Number(going.Scene.Rate.FramesPerSecond)}");
        usd.Line($"    metersPerUnit = {UsdText.Number(1 / going.Choice.Unit)}");
        usd.Line($"    upAxis = \"{going.Choice.Up}\"");
        usd.Line(")");
        new UsdScene(usd, going, run.Times, run.Worlds).Write(told);
    }
}
