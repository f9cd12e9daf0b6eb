using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Moves;

namespace ZestyReel.Formats.Usd;

/// <summary>Writes the objects of a scene, each below what it hangs in; what follows a path stands in the scene itself.</summary>
internal sealed class UsdScene(UsdText usd, OutgoingScene going, FrameTimes times, WorldSampler worlds)
{
    // Of a film back as high as this, in millimetres, and as wide as a picture of 16:9 asks.
    private const double FilmHeight = 24, FilmWidth = FilmHeight * 16 / 9;

    private const string Lens = "Lens", Lamp = "Light";

    private readonly UsdNames _names = new(UsdShapes.Name, Lens, Lamp);
    private readonly UsdShapes _shapes = new(usd, going, times, worlds);

    /// <summary>Whether an object goes out with a shape.</summary>
    public static bool HasShape(OutgoingScene going, SceneObject thing) => going.HasShapes && DeformerRules.HasShape(thing.Kind);

    /// <summary>Writes them.</summary>
    /// <param name="told">Told which share is done.</param>
    public void Write(Action<double> told)
    {
        var all = going.WithWhatCarries();
        var goes = going.Objects.Select(thing => thing.Id).ToHashSet();
        var within = all.ToLookup(thing => NodeTracks.IsInWorld(thing) ? null : thing.Parent);
        var written = 0;
        usd.Open($"def Xform \"{new UsdNames().For(going.Scene.Settings.Name)}\"");
        // What comes next is on top; a null ends the one before it.
        var ahead = new Stack<SceneObject?>(within[null].Reverse());
        while (ahead.TryPop(out var thing))
        {
            if (thing is null)
            {
                usd.Close();
                continue;
            }
            times.Stop.ThrowIfCancellationRequested();
            usd.Open($"def Xform \"{_names.For(thing.Name)}\"", $"displayName = {UsdText.Quoted(thing.Name)}");
            Place(thing);
            // What only carries something that goes comes along bare.
            if (goes.Contains(thing.Id)) Fill(thing);
            told((double)++written / all.Count);
            ahead.Push(null);
            foreach (var child in within[thing.Id].Reverse()) ahead.Push(child);
        }
        usd.Close();
    }

    private void Place(SceneObject thing)
    {
        var tracks = going.Led(thing, NodeTracks.Of(thing, times, worlds));
        usd.Samples("double3 xformOp:translate", going.Moments, Rows(tracks.Position), Listed);
        // Their real part comes first there.
        usd.Samples("quatd xformOp:orient", going.Moments, Rows([tracks.Rotation[3], .. tracks.Rotation[..3]]), Listed);
        usd.Samples("double3 xformOp:scale", going.Moments, Rows(tracks.Scale), Listed);
        usd.Line("uniform token[] xformOpOrder = [\"xformOp:translate\", \"xformOp:orient\", \"xformOp:scale\"]");
        usd.Samples("token visibility", going.Moments, Seen.At(thing, times), (in bool isSeen) => isSeen ? "\"inherited\"" : "\"invisible\"");
    }

    private void Fill(SceneObject thing)
    {
        if (HasShape(going, thing)) _shapes.Write(thing);
        if (thing.Kind == ObjectKind.Camera) Camera(thing);
        if (thing.Kind == ObjectKind.Light) Light(thing);
    }

    // Film backs and focal lengths are told in tenths of a length, so that they are millimetres where a length is a centimetre.
    private void Camera(SceneObject thing)
    {
        var (unit, millimetre) = (going.Choice.Unit, going.Choice.Unit / 100);
        usd.Open($"def Camera \"{Lens}\"");
        usd.Line($"float horizontalAperture = {UsdText.Number(FilmWidth * millimetre)}");
        usd.Line($"float verticalAperture = {UsdText.Number(FilmHeight * millimetre)}");
        usd.Line($"float2 clippingRange = ({UsdText.Number(0.1 * unit)}, {UsdText.Number(10_000 * unit)})");
        Numbers("float focalLength", Array.ConvertAll(Values(thing, "camera.fov"), fov => FilmHeight * millimetre / (2 * Math.Tan(fov * Math.PI / 360))));
        usd.Close();
    }

    private void Light(SceneObject thing)
    {
        var kind = (int)Math.Round(Values(thing, "light.kind")[0]);
        var form = kind == 2 ? "DistantLight" : "SphereLight";
        if (kind == 1) usd.Open($"def {form} \"{Lamp}\"", "prepend apiSchemas = [\"ShapingAPI\"]");
        else usd.Open($"def {form} \"{Lamp}\"");
        usd.Samples("color3f inputs:color", going.Moments, Seen.ColourAt(thing, times), (in colour) => Listed([colour.X, colour.Y, colour.Z]));
        Numbers("float inputs:intensity", Values(thing, "light.intensity"));
        if (kind < 2)
        {
            usd.Line("bool treatAsPoint = 1");
            usd.Line("float inputs:radius = 0.01");
        }
        if (kind == 1) Numbers("float inputs:shaping:cone:angle", Array.ConvertAll(Values(thing, "light.cone"), cone => cone / 2));
        usd.Close();
    }

    private double[] Values(SceneObject thing, string channel) => Stages.Values(thing, channel, times);

    private void Numbers(string attribute, double[] values) => usd.Samples(attribute, going.Moments, values, (in value) => UsdText.Number(value));

    /// <summary>Columns, moment by moment.</summary>
    private static double[][] Rows(double[][] columns) => [.. Enumerable.Range(0, columns[0].Length).Select(i => Array.ConvertAll(columns, column => column[i]))];

    private static string Listed(in double[] values) => Listed(values.AsSpan());

    private static string Listed(ReadOnlySpan<double> values)
    {
        var words = new string[values.Length];
        for (var i = 0; i < words.Length; i++) words[i] = UsdText.Number(MovesJson.Finite(values[i]));
        return $"({string.Join(", ", words)})";
    }
}
