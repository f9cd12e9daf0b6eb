using ZestyReel.Core.Curves.Shapes;
using ZestyReel.Core.Scenes;
using ZestyReel.Store;

namespace ZestyReel.Server.Shapes;

/// <summary>The HTTP interface to the shapes that people keep.</summary>
public static class ShapeEndpoints
{
    public static void MapShapes(this WebApplication app)
    {
        var shapes = app.MapGroup("/api/shapes").WithTags("Shapes");
        shapes.MapGet("/", (ShapeShelf shelf) => shelf.List()).WithName("ListShapes").WithSummary("The shapes of motion that are kept.");
        shapes.MapPut("/{name}", Keep).WithName("KeepShape").WithSummary("Keeps a CSS easing function under a name.");
        shapes.MapDelete("/{name}", (string name, ShapeShelf shelf) => shelf.Delete(name)).WithName("DeleteShape").WithSummary("Lets go of a kept shape.");
    }

    private static void Keep(string name, ShapeRequest request, ShapeShelf shelf)
    {
        CssEasing.Read(request.Css);
        shelf.Keep(new KeptShape(Names.Checked(name, "name"), request.Css));
    }
}
