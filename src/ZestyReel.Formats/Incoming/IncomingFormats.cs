using ZestyReel.Core;
using ZestyReel.Formats.Bvh;
using ZestyReel.Formats.Gltf;
using ZestyReel.Formats.ObjFiles;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Formats.Svg;

namespace ZestyReel.Formats.Incoming;

/// <summary>Every format that comes in as objects.</summary>
public static class IncomingFormats
{
    /// <summary>All of them.</summary>
    public static readonly IReadOnlyList<IIncomingFormat> All = [new GltfArrival(), new ObjArrival(), new SceneArrival(), new BvhArrival(), new SvgArrival()];

    /// <summary>The most bytes of files that come in together.</summary>
    public const long MostBytes = 400_000_000;

    /// <summary>Which of some files is the one that comes in, and as what; the others are those that it needs.</summary>
    /// <exception cref="Refusal">None is, or several are.</exception>
    public static (IIncomingFormat Format, IncomingFile File) Of(IReadOnlyList<IncomingFile> files)
    {
        var found = files.SelectMany(file => All.Where(format => Has(format, file.Name)).Select(format => (Format: format, File: file))).ToList();
        if (found.Count > 1) throw new Refusal("file", $"{Names.Shown(found[0].File.Name)} and {Names.Shown(found[1].File.Name)} come in one after the other; choose one of them, with the files that it needs");
        return found.Count == 1 ? found[0] : throw new Refusal("file", $"files that end in {string.Join(", ", All.SelectMany(format => format.Endings))} come in as objects");
    }

    /// <summary>The bytes of one of some files by its plain name, however that is written.</summary>
    public static Func<string, byte[]?> Among(IReadOnlyList<IncomingFile> files) => name => files.FirstOrDefault(file => string.Equals(file.Name, name, StringComparison.OrdinalIgnoreCase))?.Bytes;

    /// <summary>The format of a file; null where such files do not come in as objects.</summary>
    public static IIncomingFormat? For(string name) => All.FirstOrDefault(format => Has(format, name));

    private static bool Has(IIncomingFormat format, string name) => format.Endings.Any(ending => name.EndsWith(ending, StringComparison.OrdinalIgnoreCase));
}
