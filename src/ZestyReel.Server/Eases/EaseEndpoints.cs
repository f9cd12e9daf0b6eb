using ZestyReel.Core;
using ZestyReel.Core.Curves.Eases;
using ZestyReel.Store;

namespace ZestyReel.Server.Eases;

/// <summary>The HTTP interface to the eases that people keep.</summary>
public static class EaseEndpoints
{
    /// <summary>Maps what is asked over HTTP of kept eases.</summary>
    public static void MapEases(this WebApplication app)
    {
        var eases = app.MapGroup("/api/eases").WithTags("Eases");
        eases.MapGet("/", (EaseShelf shelf) => shelf.List()).WithName("ListEases").WithSummary("The eases that are kept.");
        eases.MapPut("/{name}", Keep).WithName("KeepEase").WithSummary("Keeps a CSS easing function under a name.");
        eases.MapDelete("/{name}", (string name, EaseShelf shelf) => shelf.Delete(name)).WithName("DeleteEase").WithSummary("Lets go of a kept ease.");
    }

    private static void Keep(string name, EaseRequest request, EaseShelf shelf)
    {
        CssEasing.Read(request.Css);
        shelf.Keep(new KeptEase(Names.Checked(name, "name"), request.Css));
    }
}
