using System.Text.Json;
using ZestyReel.Core;
using ZestyReel.Core.Outgoing;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Moves;

/// <summary>Moves as JSON: for each object a list for each thing that is told.</summary>
public sealed class MovesJson : IOutgoingFormat
{
    /// <inheritdoc/>
    public string Ending => ".json";

    /// <inheritdoc/>
    public string Name => "Lists of moves, JSON";

    /// <inheritdoc/>
    public string For => "The same for programs: a list for each object and channel";

    /// <inheritdoc/>
    public string MediaType => "application/json";

    /// <inheritdoc/>
    public OutgoingUses Uses => OutgoingUses.Part | OutgoingUses.Step | OutgoingUses.Space | OutgoingUses.Unit | OutgoingUses.Up | OutgoingUses.Samples;

    /// <inheritdoc/>
    public IEnumerable<Loss> Losses(OutgoingScene going) => MovesLosses.Of(going);

    /// <inheritdoc/>
    public long Size(OutgoingScene going) => 300 + (long)going.Objects.Length * going.Moments.Count * 180;

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        var moves = new MovesRun(going, stop).Each(told);
        using var json = new Utf8JsonWriter(into);
        json.WriteStartObject();
        json.WriteString("scene", going.Scene.Settings.Name);
        json.WriteString("rate", going.Scene.Rate.ToString());
        json.WriteString("up", going.Choice.Up.ToString().ToLowerInvariant());
        json.WriteString("space", going.Choice.World ? "world" : "parent");
        json.WriteNumber("unit", going.Choice.Unit);
        json.WriteStartArray("frames");
        for (var i = 0; i < going.Moments.Count; i++) json.WriteRawValue(going.Moments.FrameOf(i));
        json.WriteEndArray();
        json.WriteStartArray("seconds");
        for (var i = 0; i < going.Moments.Count; i++) json.WriteNumberValue(going.Moments.SecondsOf(i));
        json.WriteEndArray();
        json.WriteStartArray("objects");
        foreach (var each in moves)
        {
            Write(json, going, each);
            json.Flush();
        }
        json.WriteEndArray();
        json.WriteEndObject();
    }

    private static void Write(Utf8JsonWriter json, OutgoingScene going, ObjectMoves each)
    {
        json.WriteStartObject();
        json.WriteString("name", each.Object.Name);
        json.WriteString("kind", each.Object.Kind.ToString().ToLowerInvariant());
        if (!going.Choice.World && each.Object.Parent is { } parent) json.WriteString("parent", going.Scene.Object(parent).Name);
        json.WriteString("rotationOrder", each.Object.RotationOrder.ToString().ToLowerInvariant());
        Triples(json, "position", Array.ConvertAll(each.Places, place => place.Position));
        Triples(json, "rotation", each.Rotations);
        Triples(json, "scale", Array.ConvertAll(each.Places, place => place.Scale));
        json.WriteStartObject("channels");
        foreach (var spec in ObjectMoves.Told(each.Object))
        {
            json.WriteStartArray(spec.Name);
            foreach (var value in each[spec.Name]) json.WriteNumberValue(Finite(value));
            json.WriteEndArray();
        }
        json.WriteEndObject();
        json.WriteEndObject();
    }

    private static void Triples(Utf8JsonWriter json, string name, (double X, double Y, double Z)[] values)
    {
        json.WriteStartArray(name);
        foreach (var (x, y, z) in values)
        {
            json.WriteStartArray();
            json.WriteNumberValue(Finite(x));
            json.WriteNumberValue(Finite(y));
            json.WriteNumberValue(Finite(z));
            json.WriteEndArray();
        }
        json.WriteEndArray();
    }

    internal static double Finite(double value) => double.IsFinite(value) ? value : throw new Refusal("objects", "something is further away than numbers reach");
}
