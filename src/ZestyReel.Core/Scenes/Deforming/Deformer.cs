namespace ZestyReel.Core.Scenes;

/// <summary>One step that bends an object's geometry, or that of all below a group. How much, and where its foot is, its channels say; see <see cref="DeformerChannels"/>.</summary>
/// <param name="Name">Unique on its object; a part of the names of its channels.</param>
/// <param name="Kind">What it does.</param>
/// <param name="Axis">Along which axis of the object.</param>
/// <param name="Within">It reaches from its foot to its head only; else on beyond both.</param>
/// <param name="OneWay">A taper or a bulge acts along its direction only.</param>
/// <param name="On">Whether it does anything.</param>
public sealed record Deformer(string Name, DeformerKind Kind, Axis Axis = Axis.Y, bool Within = true, bool OneWay = false, bool On = true)
{
    /// <summary>Whether a kind can act along one direction only.</summary>
    public static bool CanBeOneWay(DeformerKind kind) => kind is DeformerKind.Taper or DeformerKind.Bulge;
}
