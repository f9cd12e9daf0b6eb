namespace ZestyReel.Core.Scenes;

/// <summary>How a picture and a frame of another shape go together. Neither way pulls the picture out of shape.</summary>
public enum BackdropFit
{
    /// <summary>All of the picture is seen; the frame may have room beside it.</summary>
    Whole,

    /// <summary>All of the frame is covered; the picture may reach beyond it.</summary>
    Fill,
}
