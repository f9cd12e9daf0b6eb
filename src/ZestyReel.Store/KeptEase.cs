namespace ZestyReel.Store;

/// <summary>A shape of motion that somebody keeps.</summary>
/// <param name="Name">Unique.</param>
/// <param name="Css">As a CSS easing function.</param>
public sealed record KeptEase(string Name, string Css);
