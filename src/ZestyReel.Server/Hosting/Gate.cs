using System.Security.Cryptography;
using System.Text;
using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Mvc;

namespace ZestyReel.Server.Hosting;

/// <summary>
/// Asks for the token of a server that is open to a network: on pages, on the interface and on the live line alike. An
/// address with <c>?token=</c> or the form exchanges it for a cookie, a script sends it as a bearer. A few wrong tries a
/// minute are answered, then none from there for a while.
/// </summary>
public sealed class Gate : IDisposable
{
    /// <summary>Wrong tries that one address has in a minute; all addresses together have ten times as many.</summary>
    public const int TriesPerMinute = 5;

    private const string CookieName = "zesty-reel";

    private readonly byte[]? _token;
    private readonly string _pass = "";
    private readonly PartitionedRateLimiter<HttpContext> _each = PartitionedRateLimiter.Create<HttpContext, string>(context =>
        RateLimitPartition.GetFixedWindowLimiter(context.Connection.RemoteIpAddress?.ToString() ?? "", _ => Window(TriesPerMinute)));
    private readonly FixedWindowRateLimiter _all = new(Window(TriesPerMinute * 10));

    /// <summary>Takes the token that is asked for, if any.</summary>
    public Gate(ServerOptions options)
    {
        if (options.Token is not { } token) return;
        _token = Encoding.UTF8.GetBytes(token);
        // The cookie is not the token: who sees the one does not know the other.
        _pass = Convert.ToHexString(HMACSHA256.HashData(_token, "zesty-reel cookie 1"u8));
    }

    /// <summary>Whether a token is asked for.</summary>
    public bool IsShut => _token is not null;

    /// <summary>Lets a request with the token through, or answers that one is needed.</summary>
    public async Task Invoke(HttpContext context, Func<Task> next, IProblemDetailsService problems)
    {
        var request = context.Request;
        // A socket file is guarded by the file system; and whether the server is up is nobody's secret.
        if (!IsShut || context.Connection.RemoteIpAddress is null || request.Path == "/api/health" || HasPass(request))
        {
            await next();
            return;
        }
        if (Offered(request, await FormToken(request)) is not { } offered)
        {
            await Ask(context, problems, 401, "This server asks for its token. Open the address that it printed when it started, or type the token.");
            return;
        }
        using var own = _each.AttemptAcquire(context, 0);
        using var anyone = _all.AttemptAcquire(0);
        if (!own.IsAcquired || !anyone.IsAcquired)
        {
            await Ask(context, problems, 429, "There were too many wrong tries. Wait a minute, then try again.");
            return;
        }
        if (!CryptographicOperations.FixedTimeEquals(SHA256.HashData(Encoding.UTF8.GetBytes(offered)), SHA256.HashData(_token!)))
        {
            _each.AttemptAcquire(context);
            _all.AttemptAcquire();
            await Ask(context, problems, 401, "This is not the token.");
            return;
        }
        if (request.Headers.Authorization.Count > 0)
        {
            await next();
            return;
        }
        context.Response.Cookies.Append(CookieName, _pass, new CookieOptions
        {
            HttpOnly = true,
            SameSite = SameSiteMode.Strict,
            Secure = request.IsHttps,
            MaxAge = TimeSpan.FromDays(90),
            Path = "/",
        });
        // Without the token, which is not to stay in the address.
        var rest = QueryString.Create(request.Query.Where(field => field.Key != "token"));
        context.Response.Redirect(request.Path == SignIn.Path ? "/" : request.Path + rest.ToString());
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        _each.Dispose();
        _all.Dispose();
    }

    private static FixedWindowRateLimiterOptions Window(int tries) => new() { PermitLimit = tries, Window = TimeSpan.FromMinutes(1), AutoReplenishment = true };

    private bool HasPass(HttpRequest request) =>
        request.Cookies[CookieName] is { } pass && CryptographicOperations.FixedTimeEquals(Encoding.ASCII.GetBytes(pass), Encoding.ASCII.GetBytes(_pass));

    private static async Task<string?> FormToken(HttpRequest request) =>
        HttpMethods.IsPost(request.Method) && request.Path == SignIn.Path && request.HasFormContentType && request.ContentLength < 2000
            ? (await request.ReadFormAsync())["token"].ToString()
            : null;

    private static string? Offered(HttpRequest request, string? form)
    {
        const string bearer = "Bearer ";
        var authorization = request.Headers.Authorization.ToString();
        if (authorization.StartsWith(bearer, StringComparison.OrdinalIgnoreCase)) return authorization[bearer.Length..].Trim();
        return form ?? (HttpMethods.IsGet(request.Method) && request.Query.TryGetValue("token", out var token) ? token.ToString() : null);
    }

    private static Task Ask(HttpContext context, IProblemDetailsService problems, int status, string why)
    {
        context.Response.StatusCode = status;
        context.Response.Headers.CacheControl = "no-store";
        var path = context.Request.Path;
        if (!path.StartsWithSegments("/api") && !path.StartsWithSegments("/live") && !path.StartsWithSegments("/openapi"))
        {
            context.Response.ContentType = "text/html; charset=utf-8";
            return context.Response.WriteAsync(SignIn.Page(status == 401 && !context.Request.Query.ContainsKey("token") && !HttpMethods.IsPost(context.Request.Method) ? null : why));
        }
        return problems.WriteAsync(new ProblemDetailsContext
        {
            HttpContext = context,
            ProblemDetails = new ProblemDetails { Status = status, Title = "Not let in", Detail = why },
        }).AsTask();
    }
}
