using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Makes handles joined, a third long or equal. They become free ones.</summary>
public sealed record FormHandles(ImmutableArray<KeySet> Keys, HandleForm Form) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Handles {Form switch
    {
        HandleForm.Joined => "joined",
        HandleForm.Third => "a third long",
        HandleForm.Contact => "of a contact",
        HandleForm.MeetBefore => "that meet the speed before",
        HandleForm.MeetAfter => "that meet the speed after",
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
            var places = curve.PlacesOf(times);
            foreach (var at in places)
                if (Form == HandleForm.Contact) Touch(keys, places, at);
                else keys[at] = Form is HandleForm.MeetBefore or HandleForm.MeetAfter ? Meeting(curve, at) : Formed(curve, at);
            return channel with { Curve = curve.WithKeys(keys.ToImmutable()) };
        });
    }

    /// <summary>Parabolas on both sides: with handles a third long a cubic is one where its slope is 0 at the top.</summary>
    private static void Touch(ImmutableArray<Key>.Builder keys, SortedSet<int> places, int at)
    {
        var key = keys[at];
        if (at > 0)
        {
            var (top, third) = (keys[at - 1], (key.Time - keys[at - 1].Time).Value / 3.0);
            var isTop = !places.Contains(at - 1);
            if (isTop) keys[at - 1] = top with { Out = Interpolation.Free, OutHandle = new Handle(third, 0) };
            key = key with { In = Interpolation.Free, InHandle = new Handle(-third, (top.Value - key.Value) * (isTop ? 2 : 1) / 3) };
        }
        if (at + 1 < keys.Count)
        {
            var (top, third) = (keys[at + 1], (keys[at + 1].Time - key.Time).Value / 3.0);
            var isTop = !places.Contains(at + 1);
            if (isTop) keys[at + 1] = top with { In = Interpolation.Free, InHandle = new Handle(-third, 0) };
            key = key with { Out = Interpolation.Free, OutHandle = new Handle(third, (top.Value - key.Value) * (isTop ? 2 : 1) / 3) };
        }
        keys[at] = key;
    }

    /// <summary>The handle of one side a third long, with the slope that the other side has.</summary>
    private Key Meeting(Curve curve, int at)
    {
        var key = curve.Keys[at];
        if (at == 0 || at == curve.Segments.Length || curve.Segments[at - 1].Held || curve.Segments[at].Held)
            throw new Refusal("keys", "a key meets the speed on its other side only where it moves on both; select keys that have moving stretches before and after them");
        var (before, after) = (curve.Segments[at - 1], curve.Segments[at]);
        return Form == HandleForm.MeetAfter
            ? key with { In = Interpolation.Free, InHandle = new Handle(-before.Length / 3, -after.SlopeAtStart * before.Length / 3) }
            : key with { Out = Interpolation.Free, OutHandle = new Handle(after.Length / 3, before.SlopeAtEnd * after.Length / 3) };
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
