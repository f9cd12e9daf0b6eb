using System.Text.Json;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using ZestyReel.Core;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Recording;
using ZestyReel.Server.Reels;
using ZestyReel.Server.Sessions;
using ZestyReel.Store;

namespace ZestyReel.Server.Hosting;

/// <summary>Answers refusals as problem details (RFC 9457): what was wrong, where, and what to do.</summary>
public sealed class Problems(IProblemDetailsService service) : IExceptionHandler
{
    /// <inheritdoc/>
    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancel)
    {
        if (Of(exception, context.RequestAborted) is not { } problem) return false;
        context.Response.StatusCode = problem.Status!.Value;
        return await service.TryWriteAsync(new ProblemDetailsContext { HttpContext = context, ProblemDetails = problem });
    }

    /// <summary>What is said of something that went wrong; null where it is a fault of the program.</summary>
    /// <param name="exception">What went wrong.</param>
    /// <param name="aborted">Whether whoever asked is gone.</param>
    public static ProblemDetails? Of(Exception exception, CancellationToken aborted)
    {
        if (exception is BadHttpRequestException { InnerException: Refusal inner }) exception = inner;
        return exception switch
        {
            Refusal refusal => new ProblemDetails { Status = 400, Title = "Refused", Detail = refusal.Reason, Extensions = { ["place"] = refusal.Place } },
            // Arithmetic that leaves its numbers: what was asked is out of reach, and nothing has been kept.
            OverflowException => new ProblemDetails { Status = 400, Title = "Refused", Detail = "A number in it is out of reach." },
            SceneFileException file => new ProblemDetails { Status = 400, Title = "The scene file was refused", Detail = file.Message, Extensions = { ["faults"] = file.Faults } },
            Clash clash => new ProblemDetails { Status = 409, Title = "Changed meanwhile", Detail = clash.Message },
            TouchesOthers touches => new ProblemDetails { Status = 409, Title = "Others changed the same since", Detail = touches.Message },
            SceneGone gone => new ProblemDetails { Status = 404, Title = "No such scene", Detail = gone.Message },
            ReelGone gone => new ProblemDetails { Status = 404, Title = "No such reel", Detail = gone.Message },
            TakeGone gone => new ProblemDetails { Status = 404, Title = "No such take", Detail = gone.Message },
            StoreTrouble trouble => new ProblemDetails { Status = trouble.Kind == TroubleKind.Full ? 507 : 503, Title = "Not kept", Detail = trouble.Message },
            IOException failed when StoreTrouble.IsFull(failed) => new ProblemDetails { Status = 507, Title = "Not kept", Detail = "The disk is full, so nothing was kept or written. Make room on the server's disk and do it again; what was kept before is safe." },
            BadHttpRequestException { StatusCode: 413 } => new ProblemDetails { Status = 413, Title = "Too large", Detail = "The file is larger than what is taken; nothing was read." },
            BadHttpRequestException { InnerException: JsonException json } => NotUnderstood(400, json),
            BadHttpRequestException bad => NotUnderstood(bad.StatusCode, bad.InnerException ?? bad),
            // A list of kinds that the text names none of is, to the JSON reader, a type that it does not support.
            NotSupportedException { Source: "System.Text.Json" } json => NotUnderstood(400, json),
            OperationCanceledException when aborted.IsCancellationRequested => new ProblemDetails { Status = 499, Title = "Called off" },
            _ => null,
        };
    }

    private static ProblemDetails NotUnderstood(int status, Exception wrong)
    {
        var problem = new ProblemDetails { Status = status, Title = "Not understood", Detail = wrong.Message };
        if (wrong is JsonException { Path: { Length: > 2 } path }) problem.Extensions["place"] = path[2..];
        return problem;
    }
}
