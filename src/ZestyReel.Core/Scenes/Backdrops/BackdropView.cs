namespace ZestyReel.Core.Scenes;

/// <summary>A view that belongs to no camera, and can have a picture behind it.</summary>
public enum BackdropView
{
    /// <summary>The free view in perspective: the picture fills it however it is turned.</summary>
    Free,

    /// <summary>From above: the picture lies in the world, its right +x and its top −z.</summary>
    Top,

    /// <summary>From the front: the picture stands in the world, its right +x and its top +y.</summary>
    Front,

    /// <summary>From the side: the picture stands in the world, its right −z and its top +y.</summary>
    Side,
}
