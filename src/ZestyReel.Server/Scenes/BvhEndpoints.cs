using System.Text;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Bvh;
using ZestyReel.Server.Sessions;

namespace ZestyReel.Server.Scenes;

/// <summary>What a BVH file has, told before it is brought in.</summary>
/// <param name="File">Its name here, by which it is brought in.</param>
/// <param name="Joints">How many joints.</param>
/// <param name="Frames">How many rows of motion.</param>
/// <param name="FrameTime">Seconds from one to the next.</param>
/// <param name="Size">The largest extent of the skeleton at rest, in the file's lengths.</param>
/// <param name="Scale">The scale that such a size suggests.</param>
/// <param name="Names">The joints' names.</param>
public sealed record BvhSummary(string File, int Joints, int Frames, double FrameTime, double Size, double Scale, IReadOnlyList<string> Names);

/// <summary>Captured motion in BVH files.</summary>
public static class BvhEndpoints
{
    /// <summary>The largest file taken, in bytes.</summary>
    public const int LargestFile = 100_000_000;

    /// <summary>Adds them to the API.</summary>
    public static void MapBvh(this IEndpointRouteBuilder app)
    {
        app.MapPost("/api/bvh", Read).WithName("ReadBvh").WithSummary("What a BVH file, sent as the body, has. Nothing is changed: the live line's BringJoints brings it into a scene.")
            .Accepts<string>("text/plain").ProducesProblem(StatusCodes.Status400BadRequest);
        app.MapGet("/api/scenes/{id:long}/joints.bvh", Write).WithName("ExportBvh").WithSummary("A joint and all joints below it, with their motion, as a BVH file.")
            .ProducesProblem(StatusCodes.Status400BadRequest).ProducesProblem(StatusCodes.Status404NotFound);
    }

    private static async Task<BvhSummary> Read(HttpRequest request, BroughtFiles<BvhMotion> brought, CancellationToken stop)
    {
        BvhMotion motion;
        try
        {
            motion = BvhReader.Read(Encoding.UTF8.GetString(await request.WholeBody(LargestFile, stop)));
        }
        catch (Refusal wrong) when (wrong.Place.StartsWith("line ", StringComparison.Ordinal))
        {
            throw new Refusal("file", $"{wrong.Place}: {wrong.Reason}");
        }
        var size = SizeOf(motion);
        return new(brought.Add(motion), motion.Joints.Length, motion.Values.Length, (double)motion.FrameTime, size, BvhBringing.UsualScale(size), [.. motion.Joints.Select(joint => joint.Name)]);
    }

    private static double SizeOf(BvhMotion motion)
    {
        var places = new Vector[motion.Joints.Length];
        var ends = new List<Vector> { Vector.Zero };
        foreach (var (i, joint) in motion.Joints.Index())
        {
            // Where a skeleton rests says nothing of its size.
            places[i] = joint.Parent is { } parent ? places[parent] + joint.Offset : Vector.Zero;
            ends.Add(places[i]);
            if (joint.End is { } end) ends.Add(places[i] + end);
        }
        double Extent(Func<Vector, double> along) => ends.Max(along) - ends.Min(along);
        return Math.Max(Extent(at => at.X), Math.Max(Extent(at => at.Y), Extent(at => at.Z)));
    }

    private static async Task<IResult> Write(long id, int root, SceneSessions sessions, Work work, CancellationToken stop)
    {
        using var use = sessions.Use(id);
        var scene = use.State.Scene;
        return Results.Text(await work.Long.Run(id, token => BvhWriter.Write(BvhSkeleton.Of(scene, new ObjectId(root), token)), stop), "text/plain", Encoding.UTF8);
    }
}
