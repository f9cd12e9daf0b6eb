using System.Text;
using ZestyReel.Core;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Incoming;

namespace ZestyReel.Formats.Bvh;

/// <summary>Captured motion as joints of a scene of its own.</summary>
public sealed class BvhArrival : IIncomingFormat
{
    /// <inheritdoc/>
    public IReadOnlyList<string> Endings => [".bvh"];

    /// <inheritdoc/>
    public string Name => "Skeleton";

    /// <inheritdoc/>
    public IncomingUses Uses => IncomingUses.Unit | IncomingUses.Up | IncomingUses.Rate;

    /// <inheritdoc/>
    public IncomingScene Read(IncomingFile main, Func<string, byte[]?> beside, IncomingChoice choice, CancellationToken stop)
    {
        var empty = Scene.Empty(Names.Made(System.IO.Path.GetFileNameWithoutExtension(main.Name), "Scene"));
        var scene = choice.Checked().Rate is { } rate ? empty with { Settings = empty.Settings with { Rate = rate } } : empty;
        try
        {
            var brought = new BvhBringing(choice.Unit, KeyTimes.First, choice.Up == UpAxis.Z ? BvhUp.Z : BvhUp.Y, Grow: true).Of(BvhReader.Read(Encoding.UTF8.GetString(main.Bytes)));
            return new((brought with { WithLayer = false }).Apply(scene), new Dictionary<AssetHash, byte[]>(), [], []);
        }
        catch (Refusal wrong) when (wrong.Place.StartsWith("line ", StringComparison.Ordinal))
        {
            throw new Refusal("file", $"{wrong.Place}: {wrong.Reason}");
        }
    }
}
