using Microsoft.AspNetCore.SignalR;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Live;

/// <summary>
/// What one tab is told of the people at the other tabs of its scene. One message is on its way at a time; what changes
/// meanwhile goes with the next, only as it is by then.
/// </summary>
internal sealed class TabPeople(IClientProxy tab, long scene)
{
    private readonly Lock _turn = new();
    private readonly Dictionary<int, PersonMessage?> _due = [];
    private bool _isSending;

    /// <summary>Somebody stands there now.</summary>
    public void Note(PersonMessage person) => Put(person.Tab, person);

    /// <summary>Somebody has gone.</summary>
    public void Left(int number) => Put(number, null);

    private void Put(int number, PersonMessage? person)
    {
        lock (_turn)
        {
            _due[number] = person;
            if (_isSending) return;
            _isSending = true;
        }
        _ = Send();
    }

    private async Task Send()
    {
        while (true)
        {
            PeopleMessage next;
            lock (_turn)
            {
                if (_due.Count == 0)
                {
                    _isSending = false;
                    return;
                }
                next = new PeopleMessage(
                    scene, [.. _due.Values.OfType<PersonMessage>()], [.. _due.Where(each => each.Value is null).Select(each => each.Key)]);
                _due.Clear();
            }
            try
            {
                await tab.SendAsync("people", next);
            }
            catch (OperationCanceledException)
            {
                // The tab is gone.
            }
        }
    }
}
