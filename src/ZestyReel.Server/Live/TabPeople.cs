using Microsoft.AspNetCore.SignalR;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Live;

/// <summary>What one tab is told of the people at the other tabs of its scene.</summary>
internal sealed class TabPeople(IClientProxy tab, long scene) : OneAtATime(tab)
{
    private readonly Dictionary<int, PersonMessage?> _due = [];

    /// <summary>Somebody stands there now.</summary>
    public void Note(PersonMessage person) => Put(() => _due[person.Tab] = person);

    /// <summary>Somebody has gone.</summary>
    public void Left(int number) => Put(() => _due[number] = null);

    protected override (string Name, object Message)? Next()
    {
        if (_due.Count == 0) return null;
        var next = new PeopleMessage(scene, [.. _due.Values.OfType<PersonMessage>()], [.. _due.Where(each => each.Value is null).Select(each => each.Key)]);
        _due.Clear();
        return ("people", next);
    }
}
