namespace ZestyReel.Core;

/// <summary>A clear no: what was asked cannot be done. Nothing has been changed when this is thrown.</summary>
/// <param name="place">Where the fault lies, in the words of the caller's own input, such as <c>objects[2].parent</c>.</param>
/// <param name="reason">What is wrong and what to do about it, in a sentence for a person.</param>
public class Refusal(string place, string reason) : Exception($"{place}: {reason}")
{
    /// <summary>Where the fault lies.</summary>
    public string Place { get; } = place;

    /// <summary>What is wrong and what to do.</summary>
    public string Reason { get; } = reason;
}
