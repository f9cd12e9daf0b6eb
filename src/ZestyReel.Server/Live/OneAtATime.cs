using Microsoft.AspNetCore.SignalR;

namespace ZestyReel.Server.Live;

/// <summary>
/// Tells a page of what changes faster than it may listen: one message is on its way at a time, and what comes meanwhile
/// goes with the next, only as it is by then.
/// </summary>
internal abstract class OneAtATime(IClientProxy page)
{
    private readonly Lock _turn = new();
    private bool _isSending;

    /// <summary>Takes in what is new, undisturbed, and sees to it that it is sent.</summary>
    protected void Put(Action take)
    {
        lock (_turn)
        {
            take();
            if (_isSending) return;
            _isSending = true;
        }
        _ = Send();
    }

    /// <summary>What is to be sent next, and is not due any more then; null for nothing.</summary>
    protected abstract (string Name, object Message)? Next();

    private async Task Send()
    {
        while (true)
        {
            (string Name, object Message) next;
            lock (_turn)
            {
                if (Next() is not { } due)
                {
                    _isSending = false;
                    return;
                }
                next = due;
            }
            try
            {
                await page.SendAsync(next.Name, next.Message);
            }
            catch (OperationCanceledException)
            {
                // The page is gone.
            }
        }
    }
}
