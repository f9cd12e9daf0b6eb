namespace ZestyReel.Formats.Bvh;

/// <summary>What one column of motion says of a joint.</summary>
public enum BvhChannel
{
    /// <summary>Where it is along x, in the file's lengths.</summary>
    Xposition,
    /// <summary>Along y.</summary>
    Yposition,
    /// <summary>Along z.</summary>
    Zposition,
    /// <summary>How it is turned about x, in degrees.</summary>
    Xrotation,
    /// <summary>About y.</summary>
    Yrotation,
    /// <summary>About z.</summary>
    Zrotation,
}
