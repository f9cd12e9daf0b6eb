namespace ZestyReel.Server.Eases;

/// <param name="Css">A CSS easing function.</param>
public sealed record EaseRequest(string Css);
