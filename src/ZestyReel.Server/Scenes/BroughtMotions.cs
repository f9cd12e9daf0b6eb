using ZestyReel.Core;
using ZestyReel.Formats.Bvh;

namespace ZestyReel.Server.Scenes;

/// <summary>The captured motions that were sent and may be brought into a scene: the last few, in memory.</summary>
public sealed class BroughtMotions
{
    private const int MostKept = 6;
    private const long MostNumbers = 20_000_000;

    private readonly LinkedList<(string Name, BvhMotion Motion)> _kept = [];
    private readonly Lock _lock = new();

    /// <summary>Keeps one, and gives it a name that nobody guesses.</summary>
    public string Add(BvhMotion motion)
    {
        var name = Guid.NewGuid().ToString("N");
        lock (_lock)
        {
            _kept.AddLast((name, motion));
            while (_kept.Count > 1 && (_kept.Count > MostKept || _kept.Sum(each => (long)each.Motion.Values.Length * each.Motion.Columns) > MostNumbers)) _kept.RemoveFirst();
        }
        return name;
    }

    /// <exception cref="Refusal">It is not kept any more.</exception>
    public BvhMotion Find(string name)
    {
        lock (_lock)
            foreach (var (each, motion) in _kept)
                if (each == name) return motion;
        throw new Refusal("file", "the file is not here any more; choose it again");
    }
}
