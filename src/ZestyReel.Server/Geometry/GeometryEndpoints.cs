using System.Net.Mime;
using Microsoft.AspNetCore.Http.HttpResults;
using ZestyReel.Core;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Server.Sessions;

namespace ZestyReel.Server.Geometry;

/// <summary>The HTTP interface to geometry.</summary>
public static class GeometryEndpoints
{
    private const int MostAsked = 500;

    private static readonly TimeSpan AsGoodAsEver = TimeSpan.FromDays(365);

    /// <summary>Maps everything about geometry.</summary>
    public static void MapGeometry(this WebApplication app)
    {
        app.MapGet("/api/meshes/{shape}", Mesh).WithTags("Geometry").WithName("GetMesh").WithSummary("The mesh of a shape whose measures are all 1, cut so, as the stage reads it.");
        app.MapGet("/api/meshes/files/{asset}", FileMesh).WithTags("Geometry").WithName("GetFileMesh").WithSummary("The mesh of a file that some scene has, as the stage reads it.");
        app.MapPost("/api/meshes/text", TextMesh).WithTags("Geometry").WithName("GetTextMesh").WithSummary("The mesh of a text of size and depth 1 whose letters are cut so, as the stage reads it.");
        app.MapPost("/api/letters", Letters).WithTags("Geometry").WithName("ListLetters").WithSummary("How many letters a text has, and which of them its font lacks.");
        app.MapGet("/api/scenes/{id:long}/coarse", Coarse).WithTags("Geometry").WithName("ListCoarse").WithSummary("Which of some objects, and of what is below them, are cut too coarsely for what bends them.");
    }

    // As the usual cuts where none is given.
    private static FileContentHttpResult Mesh(string shape, int? x, int? y, int? z, int? around, int? aroundTube)
    {
        if (!Enum.TryParse<ObjectKind>(shape, ignoreCase: true, out var kind) || !DeformerRules.HasShape(kind) || kind is ObjectKind.Text or ObjectKind.Mesh) throw new Refusal("shape", "there is no such shape");
        var usual = Segments.Usual(kind);
        var asked = new Segments(x ?? usual.X, y ?? usual.Y, z ?? usual.Z, around ?? usual.Around, aroundTube ?? usual.AroundTube);
        if (asked != asked.Within(kind)) throw new Refusal("shape", $"a {kind.ToString().ToLowerInvariant()} cannot be cut so");
        return TypedResults.File(MeshBytes.Of(ShapeMesh.Of(kind, asked)), MediaTypeNames.Application.Octet);
    }

    private static Results<FileContentHttpResult, NotFound> FileMesh(string asset, HttpResponse response)
    {
        if (ShapeMesh.Of(AssetHash.Parse(asset)) is not { } mesh) return TypedResults.NotFound();
        // What is named by its bytes never changes.
        response.GetTypedHeaders().CacheControl = new() { Private = true, MaxAge = AsGoodAsEver, Extensions = { new("immutable") } };
        return TypedResults.File(MeshBytes.Of(mesh), MediaTypeNames.Application.Octet);
    }

    private static FileContentHttpResult TextMesh(TextMeshRequest request)
    {
        var asked = new TextCut(new(request.X, request.Y, request.Z), request.Fineness, request.Bevel);
        if (asked != asked.Within()) throw new Refusal("cut", "letters cannot be cut so");
        return TypedResults.File(MeshBytes.Of(ShapeMesh.Of((request.Text ?? throw new Refusal("text", "say which text")).Body(), asked)), MediaTypeNames.Application.Octet);
    }

    private static LetterCount Letters(TextRequest request)
    {
        var text = request.Body();
        var letters = TextLayout.Of(text);
        return new(letters.Count(letter => letter.IsSeen(text.Font)), [.. letters.Where(letter => letter.IsMissing).Select(letter => letter.Characters).Distinct().Take(20)]);
    }

    private static async Task<IReadOnlyList<CoarseShape>> Coarse(long id, int[] @object, SceneSessions sessions, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        var scene = use.State.Scene;
        if (@object.Length > MostAsked) throw new Refusal("object", $"{MostAsked} objects can be asked for at once");
        var meant = scene.WithDescendants(@object.Select(each => scene.Object(new ObjectId(each)).Id)).Take(MostAsked).ToList();
        return await work.Long.Run<IReadOnlyList<CoarseShape>>(id, token =>
            [.. meant.SelectMany(thing => SegmentNeeds.Of(scene, thing, token).Select(need => new CoarseShape(thing.Id.Value, need.Channel, need.Now, need.Needed, need.Turned)))], stop);
    }
}
