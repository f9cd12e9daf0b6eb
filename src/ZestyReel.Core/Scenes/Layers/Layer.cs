namespace ZestyReel.Core.Scenes;

/// <summary>
/// Motion that lies over the keys of objects and leaves them alone. Its own keys stand with the channels that they change,
/// under a name that says the layer; see <see cref="LayeredName"/>.
/// </summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="Name">Unique among the scene's layers.</param>
/// <param name="Place">Where it stands: what has a higher place lies above.</param>
/// <param name="Mode">What it does with what is below.</param>
/// <param name="On">Off, it is passed over.</param>
/// <param name="Solo">While some layer is solo, all that are not are passed over.</param>
/// <param name="Locked">Neither its keys nor its strength can be changed by hand.</param>
/// <param name="Peel">What it is told by.</param>
/// <param name="Strength">How much of it there is, from 0 to 1. Keys stand in played time.</param>
public sealed record Layer(LayerId Id, string Name, int Place, LayerMode Mode, bool On, bool Solo, bool Locked, LayerPeel Peel, Channel Strength)
{
    /// <summary>Most layers in a scene.</summary>
    public const int MostInScene = 64;

    /// <summary>What people call the keys below all layers; no layer has that name.</summary>
    public const string Base = "Base";

    /// <summary>The strength of a new one.</summary>
    public static readonly Channel Whole = new(1);

    /// <summary>A letter that tells it from others where there is no room for its name.</summary>
    public char Letter => (char)('A' + (Id.Value - 1) % 26);
}
