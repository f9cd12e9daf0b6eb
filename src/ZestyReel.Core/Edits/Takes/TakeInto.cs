namespace ZestyReel.Core.Edits;

/// <summary>Where a take goes.</summary>
public enum TakeInto
{
    /// <summary>Into a new layer that overrides all below it as long as the take lasts.</summary>
    Layer,
    /// <summary>Into the channels themselves, in place of their own keys as long as the take lasts.</summary>
    Keys,
}
