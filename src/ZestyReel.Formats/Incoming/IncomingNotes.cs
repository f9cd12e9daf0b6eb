using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Incoming;

/// <summary>What does not come in of a file, each sort once with whose it is.</summary>
internal sealed class IncomingNotes
{
    private readonly Dictionary<(string What, string Why), HashSet<string>> _notes = [];

    /// <summary>All of them.</summary>
    public IReadOnlyList<Loss> All => [.. _notes.Select(each => new Loss(each.Key.What, [.. each.Value], each.Key.Why))];

    /// <summary>Notes something.</summary>
    /// <param name="what">What it is.</param>
    /// <param name="of">Whose; null where it is the whole file's.</param>
    /// <param name="why">What becomes of it.</param>
    public void Add(string what, string? of, string why)
    {
        if (!_notes.TryGetValue((what, why), out var names)) _notes[(what, why)] = names = [];
        if (of is not null) names.Add(of);
    }
}
