namespace ZestyReel.Core.Scenes;

/// <summary>Gives many names out, each the next free one, without looking through all of them again for each.</summary>
/// <param name="taken">The names that are taken already.</param>
internal sealed class FreeNames(IEnumerable<string> taken)
{
    private readonly HashSet<string> _taken = [.. taken];
    private readonly Dictionary<string, int> _next = [];

    /// <summary>The name itself if it is free, or the name with the next free number; it is taken from now on. As <see cref="Names.Free"/>.</summary>
    public string Take(string wanted)
    {
        if (_taken.Add(wanted)) return wanted;
        var stem = Names.StemOf(wanted);
        for (var n = _next.GetValueOrDefault(stem, 2); ; n++)
        {
            if (!_taken.Add($"{stem} {n}")) continue;
            _next[stem] = n + 1;
            return $"{stem} {n}";
        }
    }
}
