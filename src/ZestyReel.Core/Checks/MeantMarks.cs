using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Checks;

/// <summary>The marks of a scene by which somebody has said that what is found is meant.</summary>
public sealed class MeantMarks
{
    private readonly ILookup<(FindingKind?, ObjectId?, string), Mark> _marks;
    private readonly long _slack;

    /// <summary>Those of a scene.</summary>
    public MeantMarks(Scene scene)
    {
        _marks = scene.Marks.Values.Where(mark => !mark.IsContact).ToLookup(mark => (mark.Finding, mark.Object, mark.Channel));
        _slack = (long)(scene.Rate.TicksPerFrame / 2);
    }

    /// <summary>Those that say so of a finding: of the same kind and about the same, at a time that meets its own to half a frame.</summary>
    public IEnumerable<Mark> Of(Finding found) => _marks[(found.Kind, found.Object, found.Channel)].Where(mark =>
        (found.Object is not null || mark.Subject == found.Subject) && mark.Start.Value - _slack <= found.End.Value && found.Start.Value <= mark.End.Value + _slack);

    /// <summary>Whether any does.</summary>
    public bool Are(Finding found) => _marks.Count > 0 && Of(found).Any();
}
