using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Reels;

/// <summary>Curves of earlier on objects of now.</summary>
public static class PastCurves
{
    /// <summary>
    /// A scene with the curves that its objects had in another one. Objects are the same by name and kind; those that were
    /// not there then are not there.
    /// </summary>
    public static Scene In(Scene now, Scene then)
    {
        var byName = then.Objects.Values.ToDictionary(thing => thing.Name, StringComparer.Ordinal);
        var past = now;
        foreach (var thing in now.Objects.Values)
            past = byName.TryGetValue(thing.Name, out var before) && before.Kind == thing.Kind
                ? past.With(thing with { Channels = before.Channels })
                : past with { Objects = past.Objects.Remove(thing.Id) };
        return past;
    }
}
