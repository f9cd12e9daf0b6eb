namespace ZestyReel.Core.Scenes;

/// <summary>How an object gets from one key of its rotation to the next.</summary>
public enum RotationInterpolation
{
    /// <summary>Each of the three rotations follows its own curve.</summary>
    EachAxis,

    /// <summary>Quaternion interpolation: the shortest way between the two poses, eased by the curve of the rotation that changes most.</summary>
    Quaternion,
}
