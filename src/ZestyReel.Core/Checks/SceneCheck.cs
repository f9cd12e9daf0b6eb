using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Checks;

/// <summary>Looks through a scene for what eyes miss.</summary>
public static class SceneCheck
{
    /// <summary>All that is found, the worst first: by level, then by when it begins.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="options">What is looked at.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="OperationCanceledException">It was called off.</exception>
    public static IReadOnlyList<Finding> Of(Scene scene, CheckOptions options, CancellationToken stop = default)
    {
        var times = FrameTimes.Of(scene, options.Frames, stop);
        var flow = new TimeFlow(scene);
        var things = options.Only is { } only ? [scene.Object(only)] : scene.Objects.Values.ToArray();
        var found = new List<Finding>[things.Length];
        Parallel.For(0, things.Length, new ParallelOptions { CancellationToken = stop }, i => found[i] = Of(things[i], times, flow, options));
        var all = found.SelectMany(each => each).ToList();
        if (options.Only is null) all.AddRange(TimeFindings.Of(scene, options.Frames));
        if (options.Solids) all.AddRange(SolidFindings.Of(scene, options.Frames, stop).Where(each => options.Only is null || each.Object == options.Only));
        return [.. all.OrderByDescending(each => each.Level).ThenBy(each => each.Start).ThenBy(each => each.Kind).ThenBy(each => each.Subject, StringComparer.Ordinal).ThenBy(each => each.Channel, StringComparer.Ordinal)];
    }

    private static List<Finding> Of(SceneObject thing, FrameTimes times, TimeFlow flow, CheckOptions options)
    {
        times.Stop.ThrowIfCancellationRequested();
        using var at = new CheckedObject(thing, times, flow, options.Frames);
        return [.. KeyFindings.Of(at), .. CurveFindings.Of(at), .. MotionFindings.Of(at), .. RotationFindings.Of(at), .. ContactFindings.Of(at)];
    }
}
