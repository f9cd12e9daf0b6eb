using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>The scene file's spelling of an object's own directions: <c>+x</c>, <c>-x</c> and so on.</summary>
internal static class AxisWords
{
    private static readonly string[] All = ["+x", "-x", "+y", "-y", "+z", "-z"];

    public static string Of(SignedAxis axis) => All[(int)axis];

    /// <summary>The direction that a text names; its fault is noted where it names none.</summary>
    public static SignedAxis? Read(Node node)
    {
        if (node.Text() is not { } text) return null;
        if (Array.IndexOf(All, text) is var at and >= 0) return (SignedAxis)at;
        node.Fault($"\"{ZestyReel.Core.Names.Shown(text)}\" is not one of: {string.Join(", ", All)}");
        return null;
    }
}
