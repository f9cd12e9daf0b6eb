namespace ZestyReel.Store;

/// <summary>Why the database cannot do what was asked.</summary>
public enum TroubleKind
{
    /// <summary>There is no room on the disk.</summary>
    Full,

    /// <summary>Another program holds the file.</summary>
    Locked,

    /// <summary>The file or its folder cannot be written to, or not be opened.</summary>
    ReadOnly,

    /// <summary>The file is not what it should be.</summary>
    Damaged,

    /// <summary>The disk reports an error.</summary>
    Failing,

    /// <summary>A newer program has written it.</summary>
    Newer,

    /// <summary>Another server or command works on the folder.</summary>
    Taken,
}
