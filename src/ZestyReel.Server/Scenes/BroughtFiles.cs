using ZestyReel.Core;

namespace ZestyReel.Server.Scenes;

/// <summary>Files of one sort that were sent and may be brought into a scene: the last few, in memory.</summary>
/// <param name="numbers">How many numbers one has.</param>
public sealed class BroughtFiles<T>(Func<T, long> numbers)
{
    private const int MostKept = 6;
    private const long MostNumbers = 20_000_000;

    private readonly LinkedList<(string Name, T File)> _kept = [];
    private readonly Lock _lock = new();

    /// <summary>Keeps one, and gives it a name that nobody guesses.</summary>
    public string Add(T file)
    {
        var name = Guid.NewGuid().ToString("N");
        lock (_lock)
        {
            _kept.AddLast((name, file));
            while (_kept.Count > 1 && (_kept.Count > MostKept || _kept.Sum(each => numbers(each.File)) > MostNumbers)) _kept.RemoveFirst();
        }
        return name;
    }

    /// <exception cref="Refusal">It is not kept any more.</exception>
    public T Find(string name)
    {
        lock (_lock)
            foreach (var (each, file) in _kept)
                if (each == name) return file;
        throw new Refusal("file", "the file is not here any more; choose it again");
    }
}
