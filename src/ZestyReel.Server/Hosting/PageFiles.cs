using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Extensions.FileProviders;
using Microsoft.Net.Http.Headers;

namespace ZestyReel.Server.Hosting;

/// <summary>Serves the built pages. What the build has compressed beforehand, as hard as it goes, is sent so where the browser takes it.</summary>
internal static class PageFiles
{
    private const string Ending = ".br";

    public static void UsePageFiles(this WebApplication app, IFileProvider pages)
    {
        app.Use((context, next) =>
        {
            var request = context.Request;
            if (TakesBrotli(request) && request.Path.StartsWithSegments("/assets") && pages.GetFileInfo(request.Path + Ending).Exists) request.Path += Ending;
            return next(context);
        });
        var types = new FileExtensionContentTypeProvider { Mappings = { [Ending] = "application/octet-stream" } };
        app.UseStaticFiles(new StaticFileOptions
        {
            FileProvider = pages,
            ContentTypeProvider = types,
            OnPrepareResponse = file =>
            {
                var (path, headers) = (file.Context.Request.Path, file.Context.Response.Headers);
                // Vite names what it builds by content, so that only the page itself must be asked for again.
                headers.CacheControl = path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache";
                if (!path.Value!.EndsWith(Ending, StringComparison.Ordinal)) return;
                headers.ContentEncoding = "br";
                headers.Vary = HeaderNames.AcceptEncoding;
                if (types.TryGetContentType(path.Value[..^Ending.Length], out var type)) headers.ContentType = type;
            },
        });
    }

    private static bool TakesBrotli(HttpRequest request) =>
        request.GetTypedHeaders().AcceptEncoding.Any(each => each.Value == "br" && each.Quality is not 0);
}
