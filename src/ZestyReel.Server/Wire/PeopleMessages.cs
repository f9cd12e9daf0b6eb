using MessagePack;

namespace ZestyReel.Server.Wire;

/// <summary>Who is at the other tabs of a scene, as far as it is otherwise than told before.</summary>
/// <param name="Id">The scene.</param>
/// <param name="People">Those who came, or stand somewhere else.</param>
/// <param name="Left">The tabs of those who went.</param>
[MessagePackObject]
public sealed record PeopleMessage([property: Key("id")] long Id, [property: Key("people")] PersonMessage[] People, [property: Key("left")] int[] Left);

/// <summary>Somebody at another tab.</summary>
/// <param name="Tab">A number of the tab, for as long as it has the scene open.</param>
/// <param name="Name">As they call themselves; null where they did not say.</param>
/// <param name="IsSelf">Whether it is another window of the same person.</param>
/// <param name="Colour">From 0; as low as nobody else at the scene has it.</param>
/// <param name="Frame">The frame that they look at.</param>
/// <param name="Objects">The first of the objects that they have selected.</param>
[MessagePackObject]
public sealed record PersonMessage(
    [property: Key("tab")] int Tab, [property: Key("name")] string? Name, [property: Key("isSelf")] bool IsSelf,
    [property: Key("colour")] int Colour, [property: Key("frame")] double Frame, [property: Key("objects")] int[] Objects);
