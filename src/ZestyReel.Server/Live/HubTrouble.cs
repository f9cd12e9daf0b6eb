using Microsoft.AspNetCore.SignalR;
using ZestyReel.Core;
using ZestyReel.Server.Recording;
using ZestyReel.Server.Reels;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Live;

/// <summary>A refusal's words are for the person; any other fault stays inside, and is told as one.</summary>
public sealed partial class HubTrouble(ILogger<HubTrouble> log) : IHubFilter
{
    /// <inheritdoc/>
    public async ValueTask<object?> InvokeMethodAsync(HubInvocationContext call, Func<HubInvocationContext, ValueTask<object?>> next)
    {
        try
        {
            for (var i = 0; i < call.HubMethodArguments.Count; i++)
                if (call.HubMethodArguments[i] is null) throw new Refusal(call.HubMethod.GetParameters()[i].Name!, "it is missing");
            return await next(call);
        }
        catch (HubException)
        {
            throw;
        }
        catch (Exception no) when (no is Refusal or Clash or SceneGone or ReelGone or TakeGone or StoreTrouble or TouchesOthers)
        {
            throw new HubException(no is Refusal refusal ? refusal.Reason : no.Message);
        }
        catch (OverflowException)
        {
            throw new HubException("A number in it is out of reach; nothing was changed.");
        }
        catch (OperationCanceledException)
        {
            throw new HubException("Called off.");
        }
        catch (Exception fault)
        {
            Unexpected(log, call.HubMethodName, fault);
            throw new HubException("Something went wrong in the server; nothing was changed. Its log says more.");
        }
    }

    [LoggerMessage(LogLevel.Error, "The call {Method} failed.")]
    private static partial void Unexpected(ILogger log, string method, Exception fault);
}
