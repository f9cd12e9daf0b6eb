using ZestyReel.Core;
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
        using var bytes = new MemoryStream();
        var room = new byte[64 * 1024];
        for (int read; (read = await request.Body.ReadAsync(room, stop)) > 0;)
        {
            if (bytes.Length + read > SvgReader.LargestFile) throw new Refusal("file", $"the file is larger than {SvgReader.LargestFile / 1_000_000} MB, the most that is taken");
            bytes.Write(room, 0, read);
        }
        var (edit, leftOut) = SvgPlacing.Placed(SvgReader.Read(bytes.ToArray()), placement);
        return new(edit.Paths, leftOut);
    }

}
