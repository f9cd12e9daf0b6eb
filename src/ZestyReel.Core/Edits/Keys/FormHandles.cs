using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>Makes handles joined, a third long or equal. They become free ones.</summary>
public sealed record FormHandles(ImmutableArray<KeySet> Keys, HandleForm Form) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Handles {Form switch
    {
        HandleForm.Joined => "joined",
        HandleForm.Third => "a third long",
        _ => "equal",
    }} on {ChannelWords.Keys(Keys)}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (!Enum.IsDefined(Form)) throw new Refusal("form", "there is no such form of handles");
        return scene.OnEachChannel(Keys, (spec, channel, times) =>
        {
            if (spec.HoldsOnly) throw new Refusal("keys", $"{spec.Name} only holds; it has no handles");
            var curve = channel.Curve!;
            var keys = curve.Keys.ToBuilder();
            foreach (var at in curve.PlacesOf(times)) keys[at] = Formed(curve, at);
            return channel with { Curve = curve.WithKeys(keys.ToImmutable()) };
        });
    }

    private Key Formed(Curve curve, int at)
    {
        var key = curve.Keys[at];
        Segment? before = at > 0 && !curve.Segments[at - 1].Held ? curve.Segments[at - 1] : null;
        Segment? after = at < curve.Segments.Length && !curve.Segments[at].Held ? curve.Segments[at] : null;
        double? slopeIn = before?.SlopeAtEnd, slopeOut = after?.SlopeAtStart;
        var (ticksIn, ticksOut) = (-before?.InHandle.Ticks ?? 0, after?.OutHandle.Ticks ?? 0);
        if (Form == HandleForm.Third) (ticksIn, ticksOut) = (before?.Length / 3 ?? 0, after?.Length / 3 ?? 0);
        else if (before is { } b && after is { } a)
        {
            slopeIn = slopeOut = (slopeIn + slopeOut) / 2;
            if (Form == HandleForm.Equal) ticksIn = ticksOut = Math.Min((ticksIn + ticksOut) / 2, Math.Min(b.Length, a.Length));
        }
        if (slopeIn is { } arriving) key = key with { In = Interpolation.Free, InHandle = new Handle(-ticksIn, -arriving * ticksIn) };
        if (slopeOut is { } leaving) key = key with { Out = Interpolation.Free, OutHandle = new Handle(ticksOut, leaving * ticksOut) };
        return key;
    }
}
