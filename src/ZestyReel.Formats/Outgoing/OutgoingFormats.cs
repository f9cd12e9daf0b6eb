using ZestyReel.Core;
using ZestyReel.Formats.Bvh;
using ZestyReel.Formats.Css;
using ZestyReel.Formats.Gltf;
using ZestyReel.Formats.Moves;
using ZestyReel.Formats.ObjFiles;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Formats.Sounds;
using ZestyReel.Formats.Svg;
using ZestyReel.Formats.Usd;

namespace ZestyReel.Formats.Outgoing;

/// <summary>The formats in which scenes go out.</summary>
public static class OutgoingFormats
{
    /// <summary>All of them, those with longer endings before those that they end with.</summary>
    public static readonly IReadOnlyList<IOutgoingFormat> All = 
    [
        new SceneFileFormat(isPackage: true), new SceneFileFormat(isPackage: false),
        new GltfFormat(isText: false), new GltfFormat(isText: true),
        new UsdFormat(), new MovesCsv(), new MovesJson(),
        new ObjFormat(isSequence: false), new ObjFormat(isSequence: true),
        new BvhFormat(), new SoundMix(), new CssFormat(), new KeyChart(), new TrailDrawing(),
    ];

    /// <summary>The one whose files end so.</summary>
    /// <param name="file">A file's name, or an ending with its dot.</param>
    /// <exception cref="Refusal">There is none.</exception>
    public static IOutgoingFormat For(string file) =>
        All.FirstOrDefault(format => file.EndsWith(format.Ending, StringComparison.OrdinalIgnoreCase))
        ?? throw new Refusal("format", $"nothing goes out as \"{Names.Shown(file)}\"; a file's name ends with {string.Join(", ", All.Select(format => format.Ending))}");
}
