using Microsoft.AspNetCore.Mvc;

namespace ZestyReel.Server.Hosting;

/// <summary>
/// Lets in only requests for this very server: a Host header that names it (against DNS rebinding), and, where the
/// browser sends one, an Origin that is the page's own (against other sites' pages). Sets the security headers.
/// </summary>
public sealed class Doorkeeper(RequestDelegate next, AllowedHosts allowed)
{
    private static readonly string Policy =
        "default-src 'self'; script-src 'self'; style-src 'self' " + SignIn.StyleHash + "; img-src 'self' data: blob:; font-src 'self'; "
        + "connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    /// <summary>Lets a request through, or answers why not.</summary>
    public async Task InvokeAsync(HttpContext context, IProblemDetailsService problems)
    {
        // Set as the answer starts: an error's answer begins by clearing all headers.
        context.Response.OnStarting(() =>
        {
            var headers = context.Response.Headers;
            headers.ContentSecurityPolicy = Policy;
            headers.XContentTypeOptions = "nosniff";
            // Not "no-referrer": with that a browser sends the form that asks for the token from nowhere (Origin: null).
            headers["Referrer-Policy"] = "same-origin";
            headers["Cross-Origin-Opener-Policy"] = "same-origin";
            headers["Cross-Origin-Resource-Policy"] = "same-origin";
            return Task.CompletedTask;
        });

        var host = context.Request.Host;
        if (!allowed.Allows(context))
        {
            await Refuse(context, problems, $"This server does not answer for the host \"{Shortened(host.Host)}\". Use one of: {allowed.Told}, or start it with --host.");
            return;
        }
        var origin = context.Request.Headers.Origin.ToString();
        if (origin.Length > 0 && !string.Equals(origin, $"{context.Request.Scheme}://{host}", StringComparison.OrdinalIgnoreCase))
        {
            await Refuse(context, problems, $"Pages from \"{Shortened(origin)}\" may not use this server.");
            return;
        }
        await next(context);
    }

    private static async Task Refuse(HttpContext context, IProblemDetailsService problems, string detail)
    {
        context.Response.StatusCode = 403;
        await problems.WriteAsync(new ProblemDetailsContext
        {
            HttpContext = context,
            ProblemDetails = new ProblemDetails { Status = 403, Title = "Not for you", Detail = detail },
        });
    }

    private static string Shortened(string text) => text.Length <= 80 ? text : text[..80] + "…";
}
