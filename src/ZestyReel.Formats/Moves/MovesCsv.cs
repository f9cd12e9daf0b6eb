using System.Text;
using ZestyReel.Core.Outgoing;
using ZestyReel.Formats.Outgoing;
using ZestyReel.Formats.Samples;

namespace ZestyReel.Formats.Moves;

/// <summary>Moves as a table: a row for each object and moment.</summary>
public sealed class MovesCsv : IOutgoingFormat
{
    private static readonly string[] Places = ["position.x", "position.y", "position.z", "rotation.x", "rotation.y", "rotation.z", "scale.x", "scale.y", "scale.z"];

    /// <inheritdoc/>
    public string Ending => ".csv";

    /// <inheritdoc/>
    public string Name => "Table of moves, CSV";

    /// <inheritdoc/>
    public string For => "Where each object, light and camera is at every moment, for spreadsheets and scripts";

    /// <inheritdoc/>
    public string MediaType => "text/csv";

    /// <inheritdoc/>
    public OutgoingUses Uses => OutgoingUses.Part | OutgoingUses.Step | OutgoingUses.Space | OutgoingUses.Unit | OutgoingUses.Up | OutgoingUses.Samples;

    /// <inheritdoc/>
    public IEnumerable<Loss> Losses(OutgoingScene going) => MovesLosses.Of(going);

    /// <inheritdoc/>
    public long Size(OutgoingScene going) => 200 + (long)going.Objects.Length * going.Moments.Count * 190;

    /// <inheritdoc/>
    public void Write(OutgoingScene going, Stream into, Action<double> told, CancellationToken stop)
    {
        var moves = new MovesRun(going, stop).Each(told);
        var channels = going.Objects.SelectMany(ObjectMoves.Told).Select(spec => spec.Name).Distinct().ToList();
        using var blocks = new CsvBlocks(["object", "kind", "frame", "seconds", .. Places, .. channels]);
        using var text = new StreamWriter(into, new UTF8Encoding(false), leaveOpen: true);
        foreach (var each in moves)
        {
            var values = channels.ConvertAll(name => each.Object.Find(name) is null ? null : each[name]);
            for (var i = 0; i < going.Moments.Count; i++)
            {
                Row(blocks, going, each, values, i);
                if (!blocks.IsFull) continue;
                stop.ThrowIfCancellationRequested();
                text.Write(blocks.Taken());
            }
        }
        text.Write(blocks.Taken());
    }

    private static void Row(CsvBlocks blocks, OutgoingScene going, ObjectMoves each, List<double[]?> values, int i)
    {
        var csv = blocks.Csv;
        csv.WriteField(each.Object.Name);
        csv.WriteField(each.Object.Kind.ToString().ToLowerInvariant());
        csv.WriteField(going.Moments.FrameOf(i));
        csv.WriteField(SampleCsv.Number(going.Moments.SecondsOf(i)));
        var (at, turned, size) = (each.Places[i].Position, each.Rotations[i], each.Places[i].Scale);
        foreach (var number in (ReadOnlySpan<double>)[at.X, at.Y, at.Z, turned.X, turned.Y, turned.Z, size.X, size.Y, size.Z]) csv.WriteField(SampleCsv.Number(number));
        foreach (var row in values) csv.WriteField(row is null ? "" : SampleCsv.Number(row[i]));
        csv.NextRecord();
    }
}
