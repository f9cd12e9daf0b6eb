using ZestyReel.Core.Edits;
using ZestyReel.Formats.Svg;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Scenes;

/// <summary>What an SVG file would bring into a scene.</summary>
/// <param name="Paths">Its outlines as paths, as the edit that adds them takes them.</param>
/// <param name="LeftOut">What is left out, and why.</param>
public sealed record SvgPaths(IReadOnlyList<DrawnPath> Paths, IReadOnlyList<SvgLeftOut> LeftOut);

/// <summary>Outlines of SVG files as paths.</summary>
public static class SvgEndpoints
{
    /// <summary>Adds them to the API.</summary>
    public static void MapSvg(this IEndpointRouteBuilder app) =>
        app.MapPost("/api/svg/paths", Read).WithName("ReadSvg").WithSummary("What the outlines of an SVG file, sent as the body, would be as paths. Nothing is changed: the edit addPaths adds what is answered.")
            .Accepts<string>("image/svg+xml").ProducesProblem(StatusCodes.Status400BadRequest);

    private static async Task<SvgPaths> Read(
        HttpRequest request, string plane, double width, CancellationToken stop, double x = 0, double y = 0, double z = 0, string depth = "none", double amount = 0, int seed = 1)
    {
        var placement = new SvgPlacement(QueryWords.Of<SvgPlane>(plane, "plane"), width, new(x, y, z), QueryWords.Of<SvgDepth>(depth, "depth"), amount, seed);
        placement.Check();
        var (edit, leftOut) = SvgPlacing.Placed(SvgReader.Read(await request.WholeBody(SvgReader.LargestFile, stop)), placement);
        return new(edit.Paths, leftOut);
    }

}
