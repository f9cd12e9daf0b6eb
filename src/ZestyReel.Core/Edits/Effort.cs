using System.Runtime.ExceptionServices;

namespace ZestyReel.Core.Edits;

/// <summary>What an edit that takes long tells while it is made, and how it is called off. Edits find it by themselves, wherever they are in their work.</summary>
/// <param name="told">Told which share is done, 0 to 1; from any thread, in no order.</param>
/// <param name="stop">Calls it off.</param>
public sealed class Effort(Action<double> told, CancellationToken stop)
{
    private static readonly AsyncLocal<Effort?> Now = new();

    /// <summary>Ends the work of the edit that is being made.</summary>
    internal static CancellationToken Stop => Now.Value?._stop ?? CancellationToken.None;

    private readonly CancellationToken _stop = stop;

    /// <summary>Tells of the edit that is being made that so many of its parts are done.</summary>
    /// <exception cref="OperationCanceledException">It has been called off.</exception>
    internal static void Done(long parts, long of)
    {
        if (Now.Value is not { } effort) return;
        effort._stop.ThrowIfCancellationRequested();
        effort.Told((double)parts / of);
    }

    /// <summary>Does the same to each of many things, on all processors; the effort is told of each.</summary>
    /// <returns>What came of each, in their order.</returns>
    /// <exception cref="OperationCanceledException">It has been called off.</exception>
    internal static TDone[] OnEach<T, TDone>(IReadOnlyList<T> things, Func<T, TDone> work)
    {
        var done = new TDone[things.Count];
        var count = 0;
        try
        {
            Parallel.For(0, things.Count, i =>
            {
                done[i] = work(things[i]);
                Done(Interlocked.Increment(ref count), things.Count);
            });
        }
        catch (AggregateException several)
        {
            ExceptionDispatchInfo.Throw(several.InnerExceptions[0]);
        }
        return done;
    }

    /// <summary>Does something with an effort that its work finds.</summary>
    internal static T Within<T>(Effort? effort, Func<T> make)
    {
        var before = Now.Value;
        Now.Value = effort;
        try
        {
            return make();
        }
        finally
        {
            Now.Value = before;
        }
    }

    private void Told(double share) => told(share);
}
