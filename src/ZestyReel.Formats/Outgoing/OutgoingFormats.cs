using ZestyReel.Core;
using ZestyReel.Formats.Gltf;
using ZestyReel.Formats.Moves;
using ZestyReel.Formats.ObjFiles;

namespace ZestyReel.Formats.Outgoing;

/// <summary>The formats in which scenes go out.</summary>
public static class OutgoingFormats
{
    /// <summary>All of them, those that most people want first.</summary>
    public static readonly IReadOnlyList<IOutgoingFormat> All = 
        [new GltfFormat(isText: false), new GltfFormat(isText: true), new MovesUsd(), new MovesCsv(), new MovesJson(), new ObjFormat(isSequence: false), new ObjFormat(isSequence: true)];

    /// <summary>The one whose files end so.</summary>
    /// <param name="file">A file's name, or an ending with its dot.</param>
    /// <exception cref="Refusal">There is none.</exception>
    public static IOutgoingFormat For(string file) =>
        All.FirstOrDefault(format => file.EndsWith(format.Ending, StringComparison.OrdinalIgnoreCase))
        ?? throw new Refusal("format", $"nothing goes out as \"{Names.Shown(file)}\"; a file's name ends with {string.Join(", ", All.Select(format => format.Ending))}");
}
