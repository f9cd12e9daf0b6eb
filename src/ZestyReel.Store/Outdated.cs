namespace ZestyReel.Store;

/// <summary>The scene in the database is at another revision than its keeper thought, or is gone. Nothing was written.</summary>
public sealed class Outdated() : Exception("The scene has been changed behind this one's back. Nothing was kept; open it again.");
