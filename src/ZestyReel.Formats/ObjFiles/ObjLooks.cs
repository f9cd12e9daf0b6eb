using System.Globalization;
using System.Text;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Incoming;

namespace ZestyReel.Formats.ObjFiles;

/// <summary>The looks that an OBJ file names, out of the MTL files beside it: <c>Kd</c>, which is taken for sRGB, and <c>d</c> or <c>Tr</c>.</summary>
internal sealed class ObjLooks
{
    private const int MostLooks = 100_000;

    private readonly Dictionary<string, (double[]? Colour, double Opacity)> _looks = [];

    public ObjLooks(IReadOnlyList<string> libraries, Func<string, byte[]?> beside, IncomingNotes notes)
    {
        foreach (var library in libraries)
        {
            if (beside(System.IO.Path.GetFileName(library.Replace('\\', '/'))) is not { } bytes)
                notes.Add($"The looks of {Names.Shown(library)}", null, "are not here; choose or drop that file with it, for the colours");
            else Read(new(library, bytes), notes);
        }
    }

    /// <summary>Gives an object a look, if it is known.</summary>
    public void Give(IncomingObjects objects, ObjectId id, string? name)
    {
        if (name is null || !_looks.TryGetValue(name, out var look)) return;
        if (look.Colour is { } colour)
            foreach (var (i, channel) in ((string[])["look.red", "look.green", "look.blue"]).Index()) objects.Set(id, channel, Linear(colour[i]));
        objects.Set(id, "look.opacity", look.Opacity);
    }

    private void Read(IncomingFile file, IncomingNotes notes)
    {
        string? name = null;
        foreach (var line in Encoding.UTF8.GetString(file.Bytes).Split('\n'))
        {
            var words = line.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries);
            if (words.Length < 2) continue;
            if (words[0] == "newmtl")
            {
                name = string.Join(' ', words.Skip(1));
                if (_looks.Count >= MostLooks) throw new Refusal("file", $"there are more than {MostLooks} looks in {Names.Shown(file.Name)}");
                _looks[name] = (null, 1);
            }
            else if (name is not null && words[0] == "Kd" && words.Length >= 4 && words.Skip(1).Take(3).All(word => Number(word) is not null)) _looks[name] = _looks[name] with { Colour = [.. words.Skip(1).Take(3).Select(word => Number(word)!.Value)] };
            else if (name is not null && words[0] == "d" && Number(words[^1]) is { } opacity) _looks[name] = _looks[name] with { Opacity = opacity };
            else if (name is not null && words[0] == "Tr" && Number(words[^1]) is { } clear) _looks[name] = _looks[name] with { Opacity = 1 - clear };
            else if (words[0].StartsWith("map_", StringComparison.Ordinal)) notes.Add("Pictures on surfaces", null, "stay behind; colour and opacity come in");
        }
    }

    private static double? Number(string word) => double.TryParse(word, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && double.IsFinite(value) ? value : null;

    // IEC 61966-2-1.
    private static double Linear(double shown) => Math.Clamp(shown, 0, 1) is var c && c <= 0.04045 ? Math.Round(c / 12.92, 6) : Math.Round(Math.Pow((c + 0.055) / 1.055, 2.4), 6);
}
