namespace ZestyReel.Server.Sessions;

/// <summary>The lines that computations stand in.</summary>
public sealed class Work
{
    private static readonly int Cores = Environment.ProcessorCount;

    /// <summary>How many cores one long computation may take; one is left to everybody else.</summary>
    public static readonly int LongHands = Math.Max(1, Cores - 1);

    /// <summary>What a hand waits for: samples of a change, a try.</summary>
    public WorkQueue Quick { get; } = new(Math.Max(2, Cores));

    /// <summary>What an eye waits for: samples of the frame looked at.</summary>
    public WorkQueue Looked { get; } = new(Math.Max(2, Cores));

    /// <summary>What may take a while: samples ahead of time, files in and out, long walks through the history.</summary>
    public WorkQueue Long { get; } = new(LongHands);
}
