namespace ZestyReel.Core.Baking;

/// <summary>Where baked keys go.</summary>
public enum BakeInto
{
    /// <summary>Into the channels themselves, in place of their own keys within the range; what was baked is taken off.</summary>
    Keys,
    /// <summary>Into a new layer that overrides all below it within the range; what was baked stays under it.</summary>
    Layer,
    /// <summary>Into a new object without a parent, which stands where the baked one is seen; that one stays as it is.</summary>
    Twin,
}
