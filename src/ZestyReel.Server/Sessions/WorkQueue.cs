namespace ZestyReel.Server.Sessions;

/// <summary>
/// Runs long computations, a few at a time, and takes turns between scenes, so that one that asks for much holds up
/// itself first. Edits do not stand in this line.
/// </summary>
/// <param name="hands">How many run at a time.</param>
public sealed class WorkQueue(int hands)
{
    private readonly Lock _turn = new();
    private readonly Dictionary<long, Queue<Func<Task>>> _waiting = [];
    // Scenes with something waiting, the one whose turn is next first.
    private readonly Queue<long> _order = [];
    private int _free = hands;

    /// <summary>Runs something for a scene when its turn comes.</summary>
    /// <param name="scene">Whose turn it takes.</param>
    /// <param name="work">What to run; it looks at the token now and then.</param>
    /// <param name="stop">Calls it off, waiting or running.</param>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public Task<T> Run<T>(long scene, Func<CancellationToken, T> work, CancellationToken stop = default)
    {
        var done = new TaskCompletionSource<T>(TaskCreationOptions.RunContinuationsAsynchronously);
        Task Start() => Task.Run(() =>
        {
            try
            {
                stop.ThrowIfCancellationRequested();
                done.SetResult(work(stop));
            }
            catch (OperationCanceledException)
            {
                done.TrySetCanceled(stop);
            }
            catch (Exception wrong)
            {
                done.TrySetException(wrong);
            }
            finally
            {
                Next(freed: true);
            }
        });
        lock (_turn)
        {
            if (!_waiting.TryGetValue(scene, out var queue)) _waiting[scene] = queue = [];
            if (queue.Count == 0) _order.Enqueue(scene);
            queue.Enqueue(Start);
        }
        Next(freed: false);
        return done.Task;
    }

    private void Next(bool freed)
    {
        Func<Task>? start = null;
        lock (_turn)
        {
            if (freed) _free++;
            if (_free == 0 || !_order.TryDequeue(out var scene)) return;
            _free--;
            var queue = _waiting[scene];
            start = queue.Dequeue();
            if (queue.Count > 0) _order.Enqueue(scene);
            else _waiting.Remove(scene);
        }
        _ = start();
    }
}
