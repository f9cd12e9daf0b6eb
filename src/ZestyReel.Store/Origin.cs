namespace ZestyReel.Store;

/// <summary>Where an edit comes from.</summary>
/// <param name="Author">Who, as their browser calls itself: the same for all windows of one person.</param>
/// <param name="Name">The same as people call them.</param>
/// <param name="Mark">The sender's own mark of this very edit: sent a second time, it is not made a second time.</param>
/// <param name="Window">Which of the author's windows; only the live line needs it, and it is not kept.</param>
public sealed record Origin(string? Author = null, string? Name = null, string? Mark = null, string? Window = null)
{
    /// <summary>Nobody in particular: a script, or a command.</summary>
    public static readonly Origin Nobody = new();
}
