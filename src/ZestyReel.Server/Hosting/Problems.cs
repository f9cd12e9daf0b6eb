using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Mvc;
using ZestyReel.Core;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Sessions;

namespace ZestyReel.Server.Hosting;

/// <summary>Answers refusals as problem details (RFC 9457): what was wrong, where, and what to do.</summary>
public sealed class Problems(IProblemDetailsService service) : IExceptionHandler
{
    public async ValueTask<bool> TryHandleAsync(HttpContext context, Exception exception, CancellationToken cancel)
    {
        if (exception is BadHttpRequestException { InnerException: Refusal inner }) exception = inner;
        var problem = exception switch
        {
            Refusal refusal => new ProblemDetails { Status = 400, Title = "Refused", Detail = refusal.Reason, Extensions = { ["place"] = refusal.Place } },
            SceneFileException file => new ProblemDetails { Status = 400, Title = "The scene file was refused", Detail = file.Message, Extensions = { ["faults"] = file.Faults } },
            Clash clash => new ProblemDetails { Status = 409, Title = "Changed meanwhile", Detail = clash.Message },
            SceneGone gone => new ProblemDetails { Status = 404, Title = "No such scene", Detail = gone.Message },
            BadHttpRequestException { StatusCode: 413 } => new ProblemDetails { Status = 413, Title = "Too large", Detail = "The file is larger than what is taken; nothing was read." },
            BadHttpRequestException bad => new ProblemDetails { Status = bad.StatusCode, Title = "Not understood", Detail = bad.InnerException?.Message ?? bad.Message },
            _ => null,
        };
        if (problem is null) return false;
        context.Response.StatusCode = problem.Status!.Value;
        return await service.TryWriteAsync(new ProblemDetailsContext { HttpContext = context, ProblemDetails = problem });
    }
}
