namespace ZestyReel.Core.Scenes;

public enum Axis
{
    X,
    Y,
    Z,
}
