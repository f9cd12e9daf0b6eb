namespace ZestyReel.Core.Scenes;

/// <summary>A part of a scene that needs files beside it.</summary>
public interface INamesAssets
{
    /// <summary>The files that it needs.</summary>
    IEnumerable<NamedAsset> Assets();
}
