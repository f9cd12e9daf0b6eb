using MessagePack;

namespace ZestyReel.Server.Wire;

/// <summary>What a desk shows, as its screens are to show it. One of the two is there.</summary>
/// <param name="Scene">A scene that is animated.</param>
/// <param name="Reels">Reels that are looked at.</param>
[MessagePackObject]
public sealed record CastMessage([property: Key("scene")] SceneCastMessage? Scene, [property: Key("reels")] ReelCastMessage? Reels);

/// <summary>A scene as a desk shows it.</summary>
/// <param name="Frame">The frame that is seen.</param>
/// <param name="Playing">Whether it plays from there.</param>
/// <param name="Way">1 or −1.</param>
/// <param name="Speed">How fast.</param>
/// <param name="Ending">What happens at the end.</param>
/// <param name="Played">From which frame to which it plays.</param>
/// <param name="Camera">The camera that it is seen through; null for a view.</param>
/// <param name="Position">Where the view stands.</param>
/// <param name="Quaternion">How it is turned.</param>
/// <param name="Degrees">Its field of view from top to bottom; 0 for a flat view.</param>
/// <param name="Height">How high a flat view is.</param>
/// <param name="Shading">How shapes are drawn.</param>
/// <param name="Helpers">Whether marks of cameras and lights are seen.</param>
/// <param name="Objects">For each value that a hand holds its object.</param>
/// <param name="Channels">The channel of each.</param>
/// <param name="Values">The value of each.</param>
/// <param name="Tried">The edit that a hand is about to make, as JSON; empty for none.</param>
[MessagePackObject]
public sealed record SceneCastMessage(
    [property: Key("frame")] double Frame, [property: Key("playing")] bool Playing, [property: Key("way")] int Way, [property: Key("speed")] double Speed,
    [property: Key("ending")] string Ending, [property: Key("played"), Pair] double[] Played, [property: Key("camera")] int? Camera,
    [property: Key("position"), Triple] double[] Position, [property: Key("quaternion")] double[] Quaternion, [property: Key("degrees")] double Degrees,
    [property: Key("height")] double Height, [property: Key("shading")] string Shading, [property: Key("helpers")] bool Helpers,
    [property: Key("objects")] int[] Objects, [property: Key("channels")] string[] Channels, [property: Key("values")] double[] Values, [property: Key("tried")] string Tried);

/// <summary>Reels as a desk shows them.</summary>
/// <param name="A">The reel that is looked at; null for none.</param>
/// <param name="B">The one that it is compared with; null for none.</param>
/// <param name="Place">The place of A that is seen, counted from 0.</param>
/// <param name="Playing">Whether it plays from there.</param>
/// <param name="Way">1 or −1.</param>
/// <param name="Speed">How fast.</param>
/// <param name="Ending">What happens at the end.</param>
/// <param name="Compared">How the two are seen together.</param>
/// <param name="LineUp">How they are lined up.</param>
/// <param name="Offset">By how many places B is later, where they are lined up so.</param>
/// <param name="LineAt">Where the line between them crosses the middle, 0 to 1.</param>
/// <param name="LineDegrees">How it leans.</param>
/// <param name="Blend">How much of B is blended in.</param>
/// <param name="Gain">How strong a difference is shown.</param>
/// <param name="IsFlicking">Whether B is looked at instead.</param>
[MessagePackObject]
public sealed record ReelCastMessage(
    [property: Key("a")] double? A, [property: Key("b")] double? B, [property: Key("place")] int Place, [property: Key("playing")] bool Playing,
    [property: Key("way")] int Way, [property: Key("speed")] double Speed, [property: Key("ending")] string Ending, [property: Key("compared")] string Compared,
    [property: Key("lineUp")] string LineUp, [property: Key("offset")] int Offset, [property: Key("lineAt")] double LineAt,
    [property: Key("lineDegrees")] double LineDegrees, [property: Key("blend")] double Blend, [property: Key("gain")] double Gain, [property: Key("isFlicking")] bool IsFlicking);

/// <summary>What a desk shows, told to a screen.</summary>
/// <param name="Desk">A number of the desk, for as long as its line stands.</param>
/// <param name="Name">Who works there; null where they did not say.</param>
/// <param name="IsSelf">Whether it is the same person as at the screen.</param>
/// <param name="Cast">What it shows.</param>
[MessagePackObject]
public sealed record ShownMessage(
    [property: Key("desk")] int Desk, [property: Key("name")] string? Name, [property: Key("isSelf")] bool IsSelf, [property: Key("cast")] CastMessage Cast);
