using System.Net;
using System.Security.Cryptography;
using System.Text;

namespace ZestyReel.Server.Hosting;

/// <summary>The page that asks for the token. It stands alone, as nothing else is served to who has none.</summary>
internal static class SignIn
{
    public const string Path = "/sign-in";

    private const string Style = """
        :root{color-scheme:dark}
        body{margin:0;min-height:100vh;display:grid;place-items:center;background:#0f1f1a;color:#f4eeda;font:16px/1.5 Figtree,system-ui,sans-serif}
        main{width:min(26rem,calc(100vw - 3rem))}
        h1{font-size:1.35rem;margin:0 0 .5rem}
        p{margin:0 0 1.25rem;color:#c9cdb9}
        p[role=alert]{color:#ffb3a1}
        label{display:block;margin-bottom:.35rem}
        input{box-sizing:border-box;width:100%;padding:.6rem .75rem;border:1px solid #4c6458;border-radius:9px;background:#172b24;color:inherit;font:inherit}
        button{margin-top:1rem;padding:.55rem 1.2rem;border:0;border-radius:9px;background:#d8f05a;color:#16241c;font:600 1rem/1.4 inherit;font-family:inherit;cursor:pointer}
        input:focus-visible,button:focus-visible{outline:2px solid #f5d547;outline-offset:2px}
        """;

    /// <summary>What the content policy lets this page's style in by.</summary>
    public static readonly string StyleHash = $"'sha256-{Convert.ToBase64String(SHA256.HashData(Encoding.UTF8.GetBytes(Style)))}'";

    public static string Page(string? why) => $"""
        <!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Zesty Reel: sign in</title>
        <style>{Style}</style>
        <main><h1>Zesty Reel</h1><p>This server asks for its token. It was printed when the server started; whoever started it can tell you.</p>
        {(why is null ? "" : $"<p role=\"alert\">{WebUtility.HtmlEncode(why)}</p>")}
        <form method="post" action="{Path}"><label for="token">Token</label><input id="token" name="token" type="password" autocomplete="current-password" required autofocus><button>Open</button></form></main></html>
        """;
}
