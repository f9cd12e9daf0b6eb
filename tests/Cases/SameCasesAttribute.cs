global using PropertyAttribute = ZestyReel.Tests.SameCasesAttribute;

namespace ZestyReel.Tests;

/// <summary>
/// A property held over random cases: the same ones in every run, so that a change is what a failure tells of. With
/// ZESTY_NEW_CASES in the environment, as <c>./zesty fuzz</c> sets it, they are other ones each time; a case that fails
/// then becomes a test of its own.
/// </summary>
public sealed class SameCasesAttribute : FsCheck.Xunit.PropertyAttribute
{
    /// <summary>Takes the same cases, if nothing else is said.</summary>
    public SameCasesAttribute()
    {
        if (Environment.GetEnvironmentVariable("ZESTY_NEW_CASES") is null) Replay = "20261126,15821868594978161215";
    }
}
