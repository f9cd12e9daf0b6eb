using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Changes;

/// <summary>What an edit did, row by row. Turned round, it is the undo of any edit.</summary>
public sealed record SceneChange(ImmutableArray<RowChange> Rows)
{
    private static readonly ImmutableSortedDictionary<string, Channel> NoChannels = ImmutableSortedDictionary<string, Channel>.Empty;

    /// <summary>Whether nothing changed.</summary>
    public bool IsEmpty => Rows.IsEmpty;

    /// <summary>Whether the change reaches every object's samples: another rate, or another warp.</summary>
    public bool ChangesTime =>
        Rows.Any(r => r.Row.Kind == RowKind.Warp
            || r is { Before: SceneSettings before, After: SceneSettings after } && before.Rate != after.Rate);

    /// <summary>The change that takes this one back.</summary>
    public SceneChange Reversed() => new([.. Rows.Select(r => new RowChange(r.Row, r.After, r.Before))]);

    /// <summary>Finds what differs. Scenes share what an edit left alone, so that only touched objects are looked into.</summary>
    public static SceneChange Between(Scene before, Scene after)
    {
        var rows = ImmutableArray.CreateBuilder<RowChange>();
        if (before.Settings != after.Settings)
            rows.Add(new(new(RowKind.Settings), before.Settings, after.Settings));
        foreach (var (id, old) in before.Objects)
        {
            var now = after.Objects.GetValueOrDefault(id);
            if (!ReferenceEquals(old, now)) AddObject(rows, id, old, now);
        }
        foreach (var (id, now) in after.Objects)
            if (!before.Objects.ContainsKey(id)) AddObject(rows, id, null, now);
        foreach (var table in SceneTables.All) table.AddDiffering(before, after, rows);
        return new(rows.ToImmutable());
    }

    /// <summary>The scene with every row as it is after the change.</summary>
    public Scene AppliedTo(Scene scene)
    {
        var objects = scene.Objects.ToBuilder();
        var settings = scene.Settings;
        foreach (var (row, _, after) in Rows)
        {
            var id = new ObjectId(row.Id);
            switch (row.Kind)
            {
                case RowKind.Settings:
                    settings = (SceneSettings)after!;
                    break;
                case RowKind.Object:
                    if (after is null) objects.Remove(id);
                    else objects[id] = (SceneObject)after with { Channels = objects.GetValueOrDefault(id)?.Channels ?? NoChannels };
                    break;
                case RowKind.Channel when objects.TryGetValue(id, out var thing):
                    objects[id] = thing with
                    {
                        Channels = after is null ? thing.Channels.Remove(row.Channel) : thing.Channels.SetItem(row.Channel, (Channel)after),
                    };
                    break;
            }
        }
        scene = scene with { Settings = settings, Objects = objects.ToImmutable() };
        foreach (var rows in Rows.GroupBy(row => row.Row.Kind))
            if (SceneTables.Of(rows.Key) is { } table) scene = table.With(scene, rows.Select(row => (row.Row.Id, row.After)));
        return scene;
    }

    // An object's row comes before its channels' rows, so that they find it when they are applied.
    private static void AddObject(ImmutableArray<RowChange>.Builder rows, ObjectId id, SceneObject? old, SceneObject? now)
    {
        var (oldBare, nowBare) = (old is null ? null : old with { Channels = NoChannels }, now is null ? null : now with { Channels = NoChannels });
        if (oldBare != nowBare) rows.Add(new(new(RowKind.Object, id.Value), oldBare, nowBare));
        var (oldChannels, nowChannels) = (old?.Channels ?? NoChannels, now?.Channels ?? NoChannels);
        foreach (var name in oldChannels.Keys.Union(nowChannels.Keys))
        {
            var (was, isNow) = (oldChannels.GetValueOrDefault(name), nowChannels.GetValueOrDefault(name));
            if (was != isNow) rows.Add(new(new(RowKind.Channel, id.Value, name), was, isNow));
        }
    }
}
