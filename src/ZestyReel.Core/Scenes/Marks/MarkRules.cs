namespace ZestyReel.Core.Scenes;

/// <summary>What every mark keeps to.</summary>
public static class MarkRules
{
    /// <exception cref="Refusal">A number or a name is not what it may be.</exception>
    public static void Check(Mark mark)
    {
        if (mark.Finding is { } finding && !Enum.IsDefined(finding)) throw new Refusal("finding", "there is no such finding");
        if (mark.IsContact && mark.Object is null) throw new Refusal("object", "say which object stands");
        if (mark.Object is null == (mark.Subject.Length == 0)) throw new Refusal("subject", "say what the mark is about: an object, or the name of something else");
        if (mark.Subject.Length > 0) Names.Checked(mark.Subject, "subject");
        if (mark.Channel.Length > 0) Names.Checked(mark.Channel, "channel");
        if (!mark.Start.IsWithinReach || !mark.End.IsWithinReach) throw new Refusal("start", "the mark is out of reach");
        if (mark.End < mark.Start) throw new Refusal("end", "a mark does not end before it starts");
    }

    /// <exception cref="Refusal">An object is not there, or there are too many.</exception>
    public static void CheckTies(Scene scene)
    {
        if (scene.Marks.Count > Mark.MostInScene) throw new Refusal("marks", $"a scene has room for {Mark.MostInScene} marks of the timing check; take some back first");
        foreach (var mark in scene.Marks.Values)
            if (mark.Object is { } thing && !scene.Objects.ContainsKey(thing)) throw new Refusal("marks", "what a mark is about is not there any more");
    }
}
