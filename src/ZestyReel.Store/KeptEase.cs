namespace ZestyReel.Store;

/// <summary>An ease that somebody keeps, as CSS.</summary>
/// <param name="Name">Unique.</param>
/// <param name="Css">As a CSS easing function.</param>
public sealed record KeptEase(string Name, string Css);
