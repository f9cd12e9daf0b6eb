using ZestyReel.Formats.Incoming;

namespace ZestyReel.Formats.Gltf;

/// <summary>glTF 2.0, binary or text, as objects.</summary>
public sealed class GltfArrival : IIncomingFormat
{
    /// <inheritdoc/>
    public IReadOnlyList<string> Endings => [".glb", ".gltf"];

    /// <inheritdoc/>
    public string Name => "glTF";

    /// <inheritdoc/>
    public IncomingUses Uses => IncomingUses.Unit | IncomingUses.Rate;

    /// <inheritdoc/>
    public IncomingScene Read(IncomingFile main, Func<string, byte[]?> beside, IncomingChoice choice, CancellationToken stop) =>
        GltfReader.Read(main, beside, root => new GltfObjects(root, choice.Checked(), stop).Made(System.IO.Path.GetFileNameWithoutExtension(main.Name)));
}
