using System.Diagnostics.CodeAnalysis;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>The frames of something that follows a path at some moments, asked for one after the other: where it stays, the one before is told again.</summary>
internal ref struct FollowRun(PathShape shape, Follow follow, TransformRun path, ReadOnlySpan<double> travel)
{
    private readonly PathFrames _frames = new(shape, follow);
    private readonly ReadOnlySpan<double> _travel = travel;
    private Transform _last;
    private int _at = -1;

    /// <summary>The frame at a moment, by its place in the run.</summary>
    [UnscopedRef]
    public ref readonly Transform this[int at]
    {
        get
        {
            if (_at < 0 || _travel[at] != _travel[_at] || !path.IsStill && path[at] != path[_at]) _last = _frames.At(_travel[at], path[at]);
            _at = at;
            return ref _last;
        }
    }
}
