using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Changes a sound. What is left out stays. How loud it is is set and keyed as any channel is.</summary>
/// <param name="Sound">Which one.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Start">When its first sample is heard; its keys go along.</param>
/// <param name="From">The first sample of the file that is heard; what is left of it stays where it is in time, unless a start is given as well.</param>
/// <param name="To">The sample before which it ends.</param>
/// <param name="FadeIn">Over so many samples it comes in.</param>
/// <param name="FadeOut">Over so many it goes out.</param>
/// <param name="Times">How many times it is heard; 0 for without end, where it goes out no more.</param>
/// <param name="Solo">Whether those that are not solo are not heard.</param>
/// <param name="Warped">Whether warps of the scene play it.</param>
public sealed record SetSound(
    SoundId Sound, string? Name = null, Tick? Start = null, long? From = null, long? To = null, long? FadeIn = null, long? FadeOut = null, int? Times = null, bool? Solo = null, bool? Warped = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene)
    {
        var name = scene.Sound(Sound).Name;
        if (Name is not null && Name != name) return $"Rename the sound {name} to {Name}";
        if (Solo is { } solo) return solo ? $"Solo {name}" : $"Solo of {name} off";
        if (Warped is { } warped) return $"{name} {(warped ? "follows warps" : "keeps the clock")}";
        if (Times is { } times) return times == Scenes.Sound.Endless ? $"Repeat {name} without end" : $"Play {name} {(times == 1 ? "once" : $"{times} times")}";
        if (From is not null || To is not null) return $"Trim {name}";
        if (FadeIn is not null || FadeOut is not null) return $"Fade {name}";
        return Start is not null ? $"Move {name}" : $"Set {name}";
    }

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var was = scene.Sound(Sound);
        var (from, to, times) = (From ?? was.From, To ?? was.To, Times ?? was.Times);
        if (from < 0 || to > was.File.Samples || from >= to) throw new Refusal("from", $"the part that is heard lies within the file's {was.File.Samples} samples, and at least one is heard");
        var moved = Start is { } start ? was.Later(start - was.Start) : was with { Start = was.Start + new TickSpan(was.File.After(from) - was.File.After(was.From)) };
        var next = moved with
        {
            Name = Name is null ? was.Name : Names.Checked(Name, "name"),
            From = from,
            To = to,
            Times = times,
            FadeIn = FadeIn ?? was.FadeIn,
            FadeOut = FadeOut ?? (times == Scenes.Sound.Endless ? 0 : was.FadeOut),
            Solo = Solo ?? was.Solo,
            Warped = Warped ?? was.Warped,
        };
        return scene.With(Fitted(next));
    }

    // What is trimmed shorter than its fades has shorter fades, unless these are what is set.
    private Sound Fitted(Sound next)
    {
        if (next.Heard is not { } heard || heard < 1 || FadeIn is not null || FadeOut is not null || next.FadeIn + next.FadeOut <= heard) return next;
        var fadeIn = Math.Min(next.FadeIn, heard);
        return next with { FadeIn = fadeIn, FadeOut = Math.Min(next.FadeOut, heard - fadeIn) };
    }
}
