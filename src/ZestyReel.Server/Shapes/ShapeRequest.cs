namespace ZestyReel.Server.Shapes;

/// <param name="Css">A CSS easing function.</param>
public sealed record ShapeRequest(string Css);
