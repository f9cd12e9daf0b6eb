namespace ZestyReel.Core.Edits;

/// <summary>How the values of keys go into a clip.</summary>
public enum ClipValues
{
    /// <summary>As changes from each channel's first key, so that a placed clip starts from where the object is.</summary>
    Changes,

    /// <summary>As they are, for channels that rest at 0.</summary>
    AsTheyAre,
}
