using System.Globalization;
using System.Text;
using NetTopologySuite.Geometries;
using NetTopologySuite.Triangulate.Polygon;
using ZestyReel.Core;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Incoming;
using ZestyReel.Formats.Meshes;

namespace ZestyReel.Formats.ObjFiles;

/// <summary>Faces of an OBJ file that have a name and a look in common.</summary>
/// <param name="Name">The name of their object or group; null where they have none.</param>
/// <param name="Material">Their look; null where nothing is said.</param>
/// <param name="Faces">The corners of each face: places in the file's lists of places and of ways to face, or −1 where it says none.</param>
internal sealed record ObjPart(string? Name, string? Material, List<(int Place, int Way)[]> Faces);

/// <summary>What an OBJ file says: places, ways to face, and faces. Lines, points and free forms are left out.</summary>
internal sealed class ObjReader
{
    private const int MostVectors = 6_000_000, MostCorners = 12_000_000, MostOfAFace = 10_000, MostParts = 10_000;

    // To cut the ears off takes as long as the square of the corners.
    private const long MostCutting = 200_000_000;

    private readonly List<Vector> _places = [], _ways = [];
    private readonly Dictionary<(string?, string?), ObjPart> _parts = [];
    private readonly List<string> _libraries = [];
    private readonly SortedDictionary<string, string> _left = new(StringComparer.Ordinal);
    private string? _object, _group, _material;
    private int _corners;
    private long _cutting;

    private ObjReader()
    {
    }

    /// <summary>The parts, in the order of the file.</summary>
    public IReadOnlyList<ObjPart> Parts => [.. _parts.Values.Where(part => part.Faces.Count > 0)];

    /// <summary>The files that say how things look.</summary>
    public IReadOnlyList<string> Libraries => _libraries;

    /// <summary>What is left out, and what becomes of it.</summary>
    public IEnumerable<(string What, string Why)> Left => _left.Select(each => (each.Key, each.Value));

    /// <summary>Reads a file.</summary>
    /// <exception cref="Refusal">A line of it is wrong, or there is too much.</exception>
    public static ObjReader Read(byte[] bytes, CancellationToken stop)
    {
        var reader = new ObjReader();
        using var lines = new StreamReader(new MemoryStream(bytes, writable: false), Encoding.UTF8);
        var (number, kept) = (0, "");
        while (lines.ReadLine() is { } line)
        {
            if (++number % 10_000 == 0) stop.ThrowIfCancellationRequested();
            // A line may go on on the next one.
            if (line.EndsWith('\\'))
            {
                if ((kept += line[..^1] + ' ').Length > 1_000_000) throw new Refusal("file", $"line {number}: it goes on for too long");
                continue;
            }
            (line, kept) = (kept + line, "");
            try
            {
                reader.Take(line);
            }
            catch (Refusal wrong)
            {
                throw new Refusal("file", $"line {number}: {wrong.Reason}");
            }
        }
        return reader;
    }

    /// <summary>The triangles of a part; null where all of them are without any extent.</summary>
    public ShapeMesh? Shape(ObjPart part, IncomingChoice choice)
    {
        var known = new Dictionary<(int, int), int>();
        var (positions, normals, indices) = (new List<Vector>(), new List<Vector>(), new List<int>());
        var flat = new List<(int A, int B, int C)>();
        foreach (var face in part.Faces)
        {
            var isSmooth = Array.TrueForAll(face, corner => corner.Way >= 0);
            foreach (var (a, b, c) in Triangles(face))
            {
                if (isSmooth) indices.AddRange([Vertex(face[a]), Vertex(face[b]), Vertex(face[c])]);
                else flat.Add((face[a].Place, face[b].Place, face[c].Place));
            }
        }
        FlatFaces.Add(flat.Select(each => (Place(each.A), Place(each.B), Place(each.C))), positions, normals, indices);
        MeshFile.Check(positions.Count, Math.Max(1, indices.Count / 3), part.Name ?? "a mesh");
        return indices.Count == 0 ? null : new([.. positions], null, [.. normals], [.. indices], AreNormalsTrue: true);

        Vector Place(int at) => Turned(_places[at], choice) * choice.Unit;

        int Vertex((int Place, int Way) corner)
        {
            if (known.TryGetValue(corner, out var index)) return index;
            known[corner] = index = positions.Count;
            positions.Add(Place(corner.Place));
            normals.Add(Turned(_ways[corner.Way], choice).Unit());
            return index;
        }
    }

    private static Vector Turned(Vector at, IncomingChoice choice) => choice.Up == UpAxis.Z ? new(at.X, at.Z, 0.0 - at.Y) : at;

    private void Take(string line)
    {
        var words = line.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
        if (words.Length == 0 || words[0][0] == '#') return;
        switch (words[0])
        {
            case "v":
                Add(_places, words);
                break;
            case "vn":
                Add(_ways, words);
                break;
            case "f":
                AddFace(words);
                break;
            case "o":
                (_object, _group) = (Rest(words), null);
                break;
            case "g":
                _group = Rest(words);
                break;
            case "usemtl":
                _material = Rest(words);
                break;
            case "mtllib":
                if (Rest(words) is { } library && !_libraries.Contains(library) && _libraries.Count < 100) _libraries.Add(library);
                break;
            case "l" or "p":
                _left["Points and lines"] = "stay behind; faces come in";
                break;
            case "curv" or "curv2" or "surf":
                _left["Free forms"] = "stay behind; faces come in";
                break;
            default:
                // Places on pictures, smoothing groups and what others have added.
                break;
        }
    }

    private static string? Rest(string[] words) => words.Length > 1 ? string.Join(' ', words.Skip(1)) : null;

    private static void Add(List<Vector> into, string[] words)
    {
        if (words.Length < 4) throw new Refusal("line", "a place has three numbers");
        if (into.Count >= MostVectors) throw new Refusal("line", $"there are more than {MostVectors:N0} places in it");
        into.Add(new(Number(words[1]), Number(words[2]), Number(words[3])));
    }

    private static double Number(string word) => double.TryParse(word, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && Math.Abs(value) < 1e12
        ? value
        : throw new Refusal("line", $"\"{Names.Shown(word)}\" is no number that can be");

    private void AddFace(string[] words)
    {
        if (words.Length < 4) throw new Refusal("line", "a face has three corners at least");
        if (words.Length - 1 > MostOfAFace) throw new Refusal("line", $"a face has {MostOfAFace:N0} corners at the most");
        if ((_corners += words.Length - 1) > MostCorners) throw new Refusal("line", $"the faces of it have more than {MostCorners:N0} corners");
        var face = new (int, int)[words.Length - 1];
        for (var i = 0; i < face.Length; i++)
        {
            var parts = words[i + 1].Split('/');
            face[i] = (Index(parts[0], _places.Count), parts.Length > 2 && parts[2].Length > 0 ? Index(parts[2], _ways.Count) : -1);
        }
        var name = _group is { } group && (_object is null || group != "default") ? group : _object;
        if (!_parts.TryGetValue((name, _material), out var part))
        {
            if (_parts.Count >= MostParts) throw new Refusal("line", $"there are more than {MostParts:N0} parts in it");
            _parts[(name, _material)] = part = new(name, _material, []);
        }
        part.Faces.Add(face);
    }

    // From 1; a number below 0 counts back from the last.
    private static int Index(string word, int count) =>
        int.TryParse(word, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number) && (number < 0 ? count + number : number - 1) is var at && at >= 0 && at < count
            ? at
            : throw new Refusal("line", $"a corner is at \"{Names.Shown(word)}\", and there is no such place before it");

    /// <summary>A face as triangles of its corners: from its first corner where it bulges everywhere, else by cutting off ears.</summary>
    private IEnumerable<(int A, int B, int C)> Triangles((int Place, int Way)[] face)
    {
        if (face.Length == 3 || IsConvex(face, out var across, out var along))
        {
            for (var i = 2; i < face.Length; i++) yield return (0, i - 1, i);
            yield break;
        }
        if ((_cutting += (long)face.Length * face.Length) > MostCutting) throw new Refusal("file", "too many of its faces have many corners and bend inwards");
        var corners = Array.ConvertAll(face, corner => new Coordinate(_places[corner.Place].Dot(across), _places[corner.Place].Dot(along)));
        var byPlace = new Dictionary<Coordinate, int>();
        for (var i = 0; i < corners.Length; i++) byPlace.TryAdd(corners[i], i);
        NetTopologySuite.Geometries.Geometry cut;
        try
        {
            cut = PolygonTriangulator.Triangulate(new Polygon(new LinearRing([.. corners, corners[0]])));
        }
        catch (Exception wrong) when (wrong is ArgumentException or InvalidOperationException or TopologyException)
        {
            // What crosses itself has no inside; it is shown as it would be without bulging in.
            cut = GeometryFactory.Default.CreateEmpty(Dimension.Surface);
        }
        if (cut.NumGeometries == 0)
            for (var i = 2; i < face.Length; i++) yield return (0, i - 1, i);
        for (var i = 0; i < cut.NumGeometries; i++)
        {
            var triangle = cut.GetGeometryN(i).Coordinates;
            if (triangle.Length < 3 || !byPlace.TryGetValue(triangle[0], out var a) || !byPlace.TryGetValue(triangle[1], out var b) || !byPlace.TryGetValue(triangle[2], out var c)) continue;
            // The package's go with the clock.
            yield return NetTopologySuite.Algorithm.Orientation.IsCCW([triangle[0], triangle[1], triangle[2], triangle[0]]) ? (a, b, c) : (a, c, b);
        }
    }

    /// <summary>Whether every corner of a face turns the same way about its normal (M. Newell's, which holds for faces that are not quite flat); and two axes of its plane.</summary>
    private bool IsConvex((int Place, int Way)[] face, out Vector across, out Vector along)
    {
        var normal = Vector.Zero;
        Vector At(int i) => _places[face[i % face.Length].Place];
        for (var i = 0; i < face.Length; i++) normal += At(i).Cross(At(i + 1));
        var up = normal.Unit();
        across = (Math.Abs(up.X) < 0.9 ? new Vector(1, 0, 0) : new(0, 1, 0)).Cross(up).Unit();
        along = up.Cross(across);
        for (var i = 0; i < face.Length; i++)
            if ((At(i + 1) - At(i)).Cross(At(i + 2) - At(i + 1)).Dot(up) < 0) return false;
        return true;
    }
}
