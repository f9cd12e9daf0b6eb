using System.Text;
using ZestyReel.Core;
using ZestyReel.Formats.Tables;
using ZestyReel.Server.Scenes;

namespace ZestyReel.Server.Tables;

/// <summary>What a table has, told before it is brought in.</summary>
/// <param name="File">Its name here, by which it is brought in.</param>
/// <param name="Rows">How many rows.</param>
/// <param name="InSeconds">Its times are seconds; else frames.</param>
/// <param name="First">Its first time.</param>
/// <param name="Last">Its last time.</param>
/// <param name="Columns">What moves.</param>
public sealed record TableTold(string File, int Rows, bool InSeconds, double First, double Last, IReadOnlyList<TableColumnTold> Columns);

/// <summary>One thing that moves in a table.</summary>
/// <param name="Name">What the table calls it.</param>
/// <param name="Object">The object that it names; null where it names none.</param>
/// <param name="Channel">The channel that it names; null where it is none that is known.</param>
/// <param name="Values">How many values.</param>
/// <param name="Least">The least of them.</param>
/// <param name="Most">The greatest.</param>
public sealed record TableColumnTold(string Name, string? Object, string? Channel, int Values, double Least, double Most);

/// <summary>Tables of motion.</summary>
public static class TableEndpoints
{
    /// <summary>The largest table taken, in bytes.</summary>
    public const int LargestFile = 100_000_000;

    /// <summary>Adds them to the API.</summary>
    public static void MapTables(this IEndpointRouteBuilder app) =>
        app.MapPost("/api/tables", Read).WithName("ReadTable").WithSummary("What a table of motion, CSV sent as the body, has. Nothing is changed: the live line's BringTable brings it into a scene.")
            .Accepts<string>("text/plain").ProducesProblem(StatusCodes.Status400BadRequest);

    private static async Task<TableTold> Read(HttpRequest request, BroughtFiles<Table> brought, CancellationToken stop)
    {
        Table table;
        try
        {
            table = TableReader.Read(Encoding.UTF8.GetString(await request.WholeBody(LargestFile, stop)).TrimStart('\uFEFF'));
        }
        catch (Refusal wrong) when (wrong.Place.StartsWith("line ", StringComparison.Ordinal))
        {
            throw new Refusal("file", $"{wrong.Place}: {wrong.Reason}");
        }
        return new(brought.Add(table), table.Rows, table.InSeconds, (double)table.Columns.Min(column => column.Times[0]), (double)table.Columns.Max(column => column.Times[^1]),
            [.. table.Columns.Select(column => new TableColumnTold(column.Name, column.Object, column.Channel, column.Values.Count, column.Values.Min(), column.Values.Max()))]);
    }
}
