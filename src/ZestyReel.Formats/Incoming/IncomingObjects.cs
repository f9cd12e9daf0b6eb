using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Formats.Incoming;

/// <summary>The objects of a file that comes in, as they are made.</summary>
internal sealed class IncomingObjects
{
    private readonly List<SceneObject> _objects = [];
    private readonly HashSet<string> _names = [];

    /// <summary>How many there are.</summary>
    public int Count => _objects.Count;

    /// <summary>One of them.</summary>
    public SceneObject this[ObjectId id]
    {
        get => _objects[id.Value - 1];
        set => _objects[id.Value - 1] = value;
    }

    /// <summary>Adds one.</summary>
    /// <param name="kind">What it is.</param>
    /// <param name="name">What the file calls it; it is given a number where another one has the name.</param>
    /// <param name="parent">What it hangs below.</param>
    /// <param name="mesh">Of a mesh, its triangles.</param>
    /// <exception cref="Refusal">There is no room.</exception>
    public ObjectId Add(ObjectKind kind, string? name, ObjectId? parent, MeshBody? mesh = null)
    {
        if (_objects.Count >= Core.Scenes.Scene.MostObjects) throw new Refusal("file", $"there are more than {Core.Scenes.Scene.MostObjects} things in it; a scene has room for as many objects");
        var free = Names.Free(Names.Made(name, kind.ToString()), _names);
        _names.Add(free);
        _objects.Add(new(new(_objects.Count + 1), free, kind, parent, _objects.Count, RotationOrder.Xyz, ImmutableSortedDictionary<string, Channel>.Empty, Mesh: mesh));
        return _objects[^1].Id;
    }

    /// <summary>The first of a kind that hangs right below another one; null where none does.</summary>
    public ObjectId? ChildOf(ObjectId parent, ObjectKind kind) => _objects.Find(each => each.Parent == parent && each.Kind == kind)?.Id;

    /// <summary>Gives a channel a still value, the nearest that it can have.</summary>
    public void Set(ObjectId id, string channel, double value) => this[id] = this[id].WithChannel(channel, new Channel(this[id].Spec(channel, "file").Within(value)));

    /// <summary>Gives x, y and z of a channel still values.</summary>
    public void Set(ObjectId id, string channels, (double X, double Y, double Z) values)
    {
        Set(id, $"{channels}.x", values.X);
        Set(id, $"{channels}.y", values.Y);
        Set(id, $"{channels}.z", values.Z);
    }

    /// <summary>The scene of them, from its first frame as long as some seconds; of the usual length where nothing moves.</summary>
    /// <exception cref="Refusal">It lasts too long, or is no scene that there can be.</exception>
    public Scene Scene(string name, FrameRate rate, double seconds)
    {
        if (!(seconds * rate.FramesPerSecond < FrameRange.FurthestFrame)) throw new Refusal("file", "it lasts beyond the frames that there can be");
        var empty = Core.Scenes.Scene.Empty(name);
        var last = seconds <= 0 ? empty.Settings.Range.Last : KeyTimes.First + Math.Max(1, (long)Math.Ceiling(seconds * rate.FramesPerSecond - 1e-3));
        var range = new FrameRange(KeyTimes.First, last);
        var made = empty with { Settings = empty.Settings with { Rate = rate, Range = range, Work = range }, Objects = _objects.ToImmutableSortedDictionary(each => each.Id, each => each) };
        SceneRules.Check(made);
        return made;
    }
}
