namespace ZestyReel.Server.Live;

/// <summary>The asks of a tab that are being worked out: a new one ends those that nobody waits for any more. Safe to use from several threads.</summary>
internal sealed class TabAsks(Chunks chunks)
{
    private readonly Lock _turn = new();
    private (CancellationTokenSource Stop, long Chunk)? _looked, _ahead;

    /// <summary>An ask begins. The rest of the chunk looked at is wanted still; what was fetched ahead elsewhere is not.</summary>
    /// <param name="ask">The ask.</param>
    /// <param name="own">Ends it.</param>
    public void Begin(SampleAsk ask, CancellationTokenSource own)
    {
        var chunk = chunks.Of(ask.Frames.First);
        lock (_turn)
        {
            if (ask.IsAhead || _ahead?.Chunk != chunk) _ahead?.Stop.Cancel();
            if (ask.IsAhead)
            {
                _ahead = (own, chunk);
                return;
            }
            _looked?.Stop.Cancel();
            _looked = (own, chunk);
        }
    }

    /// <summary>An ask is done, or has been ended.</summary>
    public void End(CancellationTokenSource own)
    {
        lock (_turn)
        {
            if (_ahead?.Stop == own) _ahead = null;
            if (_looked?.Stop == own) _looked = null;
        }
    }
}
