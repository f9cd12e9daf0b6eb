using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Geometry;

/// <summary>What is turned on a lathe: a profile, led about y.</summary>
internal static class LatheMesh
{
    /// <summary>The mesh of a profile.</summary>
    /// <param name="profile">From top to bottom, in smooth stretches.</param>
    /// <param name="around">Into how many parts it is cut about the axis.</param>
    public static ShapeMesh Of(ProfilePoint[][] profile, int around)
    {
        var (positions, normals, indices) = (new List<Vector>(), new List<Vector>(), new List<int>());
        foreach (var stretch in profile)
        {
            var above = -1;
            for (var i = 0; i < stretch.Length; i++)
            {
                var first = positions.Count;
                AddRing(stretch[i], around, positions, normals);
                if (above >= 0) Join(stretch[i - 1], above, stretch[i], first, around, indices);
                above = first;
            }
        }
        return new([.. positions], null, [.. normals], [.. indices]);
    }

    private static void AddRing(ProfilePoint at, int around, List<Vector> positions, List<Vector> normals)
    {
        for (var j = 0; j < (at.IsPole ? 1 : around); j++)
        {
            // Right-handed about y, from x.
            var (sin, cos) = Math.SinCos(2 * Math.PI * j / around);
            positions.Add(new(at.Radius * cos, at.Y, -at.Radius * sin));
            normals.Add(new Vector(at.Outwards * cos, at.Upwards, -at.Outwards * sin));
        }
    }

    private static void Join(ProfilePoint upper, int above, ProfilePoint lower, int below, int around, List<int> indices)
    {
        for (var j = 0; j < around; j++)
        {
            int At(ProfilePoint point, int first, int at) => point.IsPole ? first : first + at % around;
            var (a, b, c, d) = (At(upper, above, j), At(upper, above, j + 1), At(lower, below, j), At(lower, below, j + 1));
            if (lower.Radius > 0) indices.AddRange([c, d, upper.Radius > 0 ? b : a]);
            if (upper.Radius > 0) indices.AddRange([c, b, a]);
        }
    }
}
