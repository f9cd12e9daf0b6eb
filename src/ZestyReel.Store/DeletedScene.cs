namespace ZestyReel.Store;

/// <summary>A deleted scene, which can be brought back or deleted for good.</summary>
/// <param name="Id">Its number.</param>
/// <param name="Name">The name that it had.</param>
/// <param name="DeletedAt">When, in UTC.</param>
/// <param name="Objects">How many objects it has.</param>
/// <param name="Bytes">About how much room its keys and its history take.</param>
public sealed record DeletedScene(long Id, string Name, string DeletedAt, long Objects, long Bytes);
