namespace ZestyReel.Core.Evaluation;

/// <summary>Motion that goes on from state to state along the grid. The states at the start of blocks are kept; safe to use from several threads.</summary>
/// <param name="grid">The grid.</param>
internal abstract class LooseRun(LooseGrid grid)
{
    private readonly List<double[]> _starts = [];

    /// <summary>The grid.</summary>
    protected LooseGrid Grid { get; } = grid;

    /// <summary>The state on the first place of all.</summary>
    protected abstract double[] First(CancellationToken stop);

    /// <summary>The state at the end of a block that starts in a state.</summary>
    protected abstract double[] Walked(long block, double[] state, CancellationToken stop);

    /// <summary>The state at the start of a block; not to be changed.</summary>
    protected double[] StartOf(long block, CancellationToken stop)
    {
        lock (_starts)
        {
            if (_starts.Count == 0) _starts.Add(First(stop));
            while (_starts.Count <= block)
            {
                stop.ThrowIfCancellationRequested();
                _starts.Add(Walked(_starts.Count - 1, _starts[^1], stop));
            }
            return _starts[(int)block];
        }
    }
}
