namespace ZestyReel.Core.Scenes;

/// <summary>What a layer does with what is below it.</summary>
public enum LayerMode : byte
{
    /// <summary>Its values are added.</summary>
    Add,

    /// <summary>Its values take the place of what is below.</summary>
    Override,
}
