using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Moves;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Usd;

/// <summary>A USD text file: an Xform with time samples for each object, in the world, with its shape, camera or light inside. Time codes are the scene's frames.</summary>
public sealed class UsdFormat : IOutgoingFormat
{
    // Of a film back as high as this, in millimetres, and as wide as a picture of 16:9 asks.
    private const double FilmHeight = 24, FilmWidth = FilmHeight * 16 / 9;

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
    public IEnumerable<Loss> Losses(OutgoingScene going) =>
    [
        .. Formats.Outgoing.Losses.Baked(going),
        .. MovesLosses.Askew(going),
        .. ShapeLosses.Of(going),
        .. Formats.Outgoing.Losses.Where(going, thing => thing.Kind == ObjectKind.Path, "Paths", "go out as places only, without their way"),
        .. Formats.Outgoing.Losses.Where(going, thing => thing.Parent is not null, "What hangs in others", "stands in the world by itself, where it is seen"),
        .. Formats.Outgoing.Losses.OfScene(going.Scene),
    ];

    /// <inheritdoc/>
    public long Size(OutgoingScene going) => 300 + going.Objects.Sum(thing => 500 + (going.MayMove(thing) ? going.Moments.Count * 120L : 0) + (HasShape(going, thing) ? UsdShapes.Size(going, thing) : 0));

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        going = going with { Choice = going.Choice with { World = true } };
        if (going.HasShapes) ShapeMorphs.RefuseTooMuch(going);
        var run = new MovesRun(going, stop);
        var names = new UsdNames();
        using var usd = new UsdText(into);
        var scene = names.For(going.Scene.Settings.Name);
        usd.Line("#usda 1.0");
        usd.Line("(");
        usd.Line($"    defaultPrim = \"{scene}\"");
        usd.Line($"    startTimeCode = {going.Moments.FrameOf(0)}");
        usd.Line($"    endTimeCode = {going.Moments.FrameOf(going.Moments.Count - 1)}");
        usd.Line($"    timeCodesPerSecond = {UsdText.Number(going.Scene.Rate.FramesPerSecond)}");
        usd.Line($"    framesPerSecond = {UsdText.Number(going.Scene.Rate.FramesPerSecond)}");
        usd.Line($"    metersPerUnit = {UsdText.Number(1 / going.Choice.Unit)}");
        usd.Line($"    upAxis = \"{going.Choice.Up}\"");
        usd.Line(")");
        usd.Open($"def Xform \"{scene}\"");
        var shapes = new UsdShapes(usd, going);
        foreach (var each in run.Each(told))
        {
            usd.Open($"def Xform \"{names.For(each.Object.Name)}\"", $"displayName = {UsdText.Quoted(each.Object.Name)}");
            Place(usd, going.Moments, each);
            usd.Samples("token visibility", going.Moments, Seen.At(each.Object, run.Times), (in bool isSeen) => isSeen ? "\"inherited\"" : "\"invisible\"");
            if (HasShape(going, each.Object)) shapes.Write(each, ShapeMorphs.Of(each.Object, run.Times, run.Worlds), Seen.OpacityAt(each.Object, run.Times));
            if (each.Object.Kind == ObjectKind.Camera) Camera(usd, going.Moments, each, going.Choice.Unit);
            if (each.Object.Kind == ObjectKind.Light) Light(usd, going.Moments, each);
            usd.Close();
        }
        usd.Close();
    }

    private static bool HasShape(OutgoingScene going, SceneObject thing) => going.HasShapes && DeformerRules.HasShape(thing.Kind);

    private static void Place(UsdText usd, Moments moments, ObjectMoves each)
    {
        static string Three((double X, double Y, double Z) v) => $"({UsdText.Number(MovesJson.Finite(v.X))}, {UsdText.Number(MovesJson.Finite(v.Y))}, {UsdText.Number(MovesJson.Finite(v.Z))})";
        usd.Samples("double3 xformOp:translate", moments, each.Places, (in Transform t) => Three(t.Position));
        usd.Samples("quatd xformOp:orient", moments, each.Turns(), (in Quaternion q) => $"({UsdText.Number(q.W)}, {UsdText.Number(q.X)}, {UsdText.Number(q.Y)}, {UsdText.Number(q.Z)})");
        usd.Samples("double3 xformOp:scale", moments, each.Places, (in Transform t) => Three(t.Scale));
        usd.Line("uniform token[] xformOpOrder = [\"xformOp:translate\", \"xformOp:orient\", \"xformOp:scale\"]");
    }

    // Film backs and focal lengths are told in tenths of a length, so that they are millimetres where a length is a centimetre.
    private static void Camera(UsdText usd, Moments moments, ObjectMoves each, double unit)
    {
        var millimetre = unit / 100;
        usd.Open("def Camera \"Lens\"");
        usd.Line($"float horizontalAperture = {UsdText.Number(FilmWidth * millimetre)}");
        usd.Line($"float verticalAperture = {UsdText.Number(FilmHeight * millimetre)}");
        usd.Line($"float2 clippingRange = ({UsdText.Number(0.1 * unit)}, {UsdText.Number(10_000 * unit)})");
        usd.Samples("float focalLength", moments, each["camera.fov"], (in double fov) => UsdText.Number(FilmHeight * millimetre / (2 * Math.Tan(fov * Math.PI / 360))));
        usd.Close();
    }

    private static void Light(UsdText usd, Moments moments, ObjectMoves each)
    {
        var kind = (int)Math.Round(each["light.kind"][0]);
        if (kind == 2) usd.Open("def DistantLight \"Light\"");
        else if (kind == 1) usd.Open("def SphereLight \"Light\"", "prepend apiSchemas = [\"ShapingAPI\"]");
        else usd.Open("def SphereLight \"Light\"");
        var colours = Enumerable.Range(0, moments.Count).Select(i => new Vector(each["look.red"][i], each["look.green"][i], each["look.blue"][i])).ToArray();
        usd.Samples("color3f inputs:color", moments, colours, (in Vector colour) => $"({UsdText.Number(colour.X)}, {UsdText.Number(colour.Y)}, {UsdText.Number(colour.Z)})");
        usd.Samples("float inputs:intensity", moments, each["light.intensity"], (in double value) => UsdText.Number(value));
        if (kind < 2)
        {
            usd.Line("bool treatAsPoint = 1");
            usd.Line("float inputs:radius = 0.01");
        }
        if (kind == 1) usd.Samples("float inputs:shaping:cone:angle", moments, each["light.cone"], (in double cone) => UsdText.Number(cone / 2));
        usd.Close();
    }
}
