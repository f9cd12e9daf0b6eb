namespace ZestyReel.Core.Scenes;

/// <summary>A place or a way in space, in scene lengths.</summary>
public readonly record struct Vector(double X, double Y, double Z)
{
    /// <summary>No way at all.</summary>
    public static readonly Vector Zero;

    /// <summary>How long it is.</summary>
    public double Length() => Math.Sqrt(Dot(this));

    /// <summary>The scalar product.</summary>
    public double Dot(Vector other) => X * other.X + Y * other.Y + Z * other.Z;

    /// <summary>The vector product.</summary>
    public Vector Cross(Vector other) => new(Y * other.Z - Z * other.Y, Z * other.X - X * other.Z, X * other.Y - Y * other.X);

    /// <summary>The same direction, of length 1; zero where there is no direction.</summary>
    public Vector Unit() => Length() is > 1e-300 and var length ? this / length : Zero;

    /// <summary>Sum.</summary>
    public static Vector operator +(Vector a, Vector b) => new(a.X + b.X, a.Y + b.Y, a.Z + b.Z);

    /// <summary>Difference.</summary>
    public static Vector operator -(Vector a, Vector b) => new(a.X - b.X, a.Y - b.Y, a.Z - b.Z);

    /// <summary>The other way.</summary>
    public static Vector operator -(Vector a) => new(-a.X, -a.Y, -a.Z);

    /// <summary>Made so many times as long.</summary>
    public static Vector operator *(Vector a, double factor) => new(a.X * factor, a.Y * factor, a.Z * factor);

    /// <summary>Made so many times shorter.</summary>
    public static Vector operator /(Vector a, double factor) => new(a.X / factor, a.Y / factor, a.Z / factor);
}
