using ZestyReel.Core.Edits;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Hosting;

/// <summary>Looks at every kind of edit as soon as the server listens, so that the first edit is as quick as the next.</summary>
public sealed class WarmUp(IHostApplicationLifetime lifetime) : BackgroundService
{
    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stop)
    {
        var listens = new TaskCompletionSource(TaskCreationOptions.RunContinuationsAsynchronously);
        using var told = lifetime.ApplicationStarted.Register(listens.SetResult);
        await listens.Task.WaitAsync(stop);
        EditJson.Read(EditJson.Write<Edit>(new RenameScene("Lantern Bay")));
    }
}
