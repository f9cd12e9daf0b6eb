namespace ZestyReel.Formats.Tables;

/// <summary>A table of motion.</summary>
/// <param name="InSeconds">Its times are seconds; else frames.</param>
/// <param name="Rows">How many rows it has.</param>
/// <param name="Columns">What moves.</param>
public sealed record Table(bool InSeconds, int Rows, IReadOnlyList<TableSeries> Columns);

/// <summary>One thing that moves in a table.</summary>
/// <param name="Name">What the table calls it.</param>
/// <param name="Object">The object that it names; null where it names none.</param>
/// <param name="Channel">The channel that it names; null where it is none that we know.</param>
/// <param name="Times">Frames or seconds, rising.</param>
/// <param name="Values">A value for each.</param>
public sealed record TableSeries(string Name, string? Object, string? Channel, IReadOnlyList<decimal> Times, IReadOnlyList<double> Values);
