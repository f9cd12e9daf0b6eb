using System.Collections.Immutable;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Server.Sessions;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Live;

/// <summary>
/// A scene as a tab hears it that opens it. A scene of few keys comes as a whole. Of one with many the first message has
/// all that the stage shows of its first frame, and the channels follow in parts, so that the picture does not wait for them.
/// </summary>
internal sealed class Opening
{
    /// <summary>A part has channels of so many keys, and what is more; about a megabyte.</summary>
    public const int KeysInPart = 30_000;

    private static readonly Scene Nothing = Core.Scenes.Scene.Empty("-") with { Settings = Core.Scenes.Scene.Empty("-").Settings with { Name = "" } };

    private readonly SceneState _state;
    private readonly SceneChange _first;
    private readonly List<SceneChange> _parts = [];

    public Opening(SceneState state)
    {
        _state = state;
        var rows = SceneChange.Between(Nothing, state.Scene);
        if (state.Scene.KeyCount() <= KeysInPart)
        {
            _first = rows;
            return;
        }
        _first = new([.. rows.Rows.Where(row => row.Row.Kind != RowKind.Channel)]);
        var (part, keys) = (ImmutableArray.CreateBuilder<RowChange>(), 0);
        foreach (var row in rows.Rows)
        {
            if (row is not { Row.Kind: RowKind.Channel, After: Channel channel }) continue;
            part.Add(row);
            keys += channel.Curve?.Keys.Length ?? 0;
            if (keys < KeysInPart) continue;
            _parts.Add(new(part.DrainToImmutable()));
            keys = 0;
        }
        if (part.Count > 0) _parts.Add(new(part.DrainToImmutable()));
        More = _parts.Count + (new TimeFlow(state.Scene).IsPlain ? 0 : 1);
    }

    /// <summary>How many messages follow the first.</summary>
    public int More { get; }

    /// <summary>The frame whose samples come along: the first of the work range.</summary>
    public FrameRange Seen => new(_state.Scene.Settings.Work.First, _state.Scene.Settings.Work.First);

    /// <summary>The first message.</summary>
    public SceneMessage First(long id, string made, Reach reach, Chunks chunks, CancellationToken stop) => new(
        id, made, _state.Revision, HistoryNote.Of(_state, reach), [.. _state.History.Select(HistoryMessage.Of)],
        SceneWire.Rows(_first, _state.Scene, _state.Scene, withPlayed: _parts.Count == 0), chunks.Length,
        new([], [TabFrames.Whole(_state.Scene, Seen, TabFrames.NoSpeeds, withStills: true, stop)]), More);

    /// <summary>One of the messages that follow. When keys are seen is told after all of them.</summary>
    public MoreMessage Part(long id, int number) =>
        new(id, number < _parts.Count ? SceneWire.Rows(_parts[number], _state.Scene, _state.Scene, withPlayed: false) : SceneWire.Played(_state.Scene), More - number - 1);
}
