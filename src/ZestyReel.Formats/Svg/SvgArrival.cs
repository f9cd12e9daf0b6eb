using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Incoming;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Svg;

/// <summary>The outlines of a drawing as paths on the floor of a scene of its own.</summary>
public sealed class SvgArrival : IIncomingFormat
{
    private const double Width = 10;

    /// <inheritdoc/>
    public IReadOnlyList<string> Endings => [".svg"];

    /// <inheritdoc/>
    public string Name => "Drawing";

    /// <inheritdoc/>
    public IncomingUses Uses => IncomingUses.Unit;

    /// <inheritdoc/>
    public IncomingScene Read(IncomingFile main, Func<string, byte[]?> beside, IncomingChoice choice, CancellationToken stop)
    {
        if (main.Bytes.Length > SvgReader.LargestFile) throw new Refusal("file", $"a drawing has {SvgReader.LargestFile / 1_000_000} MB at the most");
        var (edit, leftOut) = SvgPlacing.Placed(SvgReader.Read(main.Bytes), new(SvgPlane.Floor, Width * choice.Checked().Unit, Vector.Zero));
        var scene = edit.Apply(Scene.Empty(Names.Made(System.IO.Path.GetFileNameWithoutExtension(main.Name), "Scene")));
        return new(scene, new Dictionary<AssetHash, byte[]>(), [.. leftOut.Select(each => new Loss(each.Name, [], $"stays behind: {each.Why}"))], []);
    }
}
