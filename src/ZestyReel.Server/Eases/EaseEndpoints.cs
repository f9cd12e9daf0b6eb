using ZestyReel.Core;
using ZestyReel.Core.Curves.Eases;
using ZestyReel.Core.Scenes;
using ZestyReel.Store;

namespace ZestyReel.Server.Eases;

/// <summary>The HTTP interface to the shapes that people keep.</summary>
public static class EaseEndpoints
{
    public static void MapEases(this WebApplication app)
    {
        var shapes = app.MapGroup("/api/eases").WithTags("Shapes");
        shapes.MapGet("/", (EaseShelf shelf) => shelf.List()).WithName("ListEases").WithSummary("The shapes of motion that are kept.");
        shapes.MapPut("/{name}", Keep).WithName("KeepCurve").WithSummary("Keeps a CSS easing function under a name.");
        shapes.MapDelete("/{name}", (string name, EaseShelf shelf) => shelf.Delete(name)).WithName("DeleteEase").WithSummary("Lets go of a kept shape.");
    }

    private static void Keep(string name, EaseRequest request, EaseShelf shelf)
    {
        CssEasing.Read(request.Css);
        shelf.Keep(new KeptEase(Names.Checked(name, "name"), request.Css));
    }
}
