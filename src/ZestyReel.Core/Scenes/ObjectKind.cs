namespace ZestyReel.Core.Scenes;

/// <summary>What an object is; decides which channels it has.</summary>
public enum ObjectKind
{
    /// <summary>Shows nothing itself, and carries others.</summary>
    Group,

    /// <summary>Width, height and depth.</summary>
    Box,

    /// <summary>A radius.</summary>
    Sphere,

    /// <summary>A radius and a height.</summary>
    Cylinder,

    /// <summary>A radius and a height.</summary>
    Cone,

    /// <summary>A radius, and that of its tube.</summary>
    Torus,

    /// <summary>Width and depth, lying flat.</summary>
    Plane,

    /// <summary>Looks along its own −z.</summary>
    Camera,

    /// <summary>A point, a spot or a sun.</summary>
    Light,

    /// <summary>A way through space that others follow.</summary>
    Path,

    /// <summary>A joint of a skeleton: shows a bone to each joint that hangs below it.</summary>
    Joint,

    /// <summary>Letters, with a size and a depth.</summary>
    Text,

    /// <summary>Triangles out of a file.</summary>
    Mesh,
}
