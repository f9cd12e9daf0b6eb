using System.Collections.Immutable;
using ZestyReel.Core.Takes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Takes;
using ZestyReel.Server.Wire;
using ZestyReel.Store.Takes;

namespace ZestyReel.Server.Recording;

/// <summary>Takes as people see them, and as they are kept.</summary>
internal static class TakeCards
{
    public static TakeCard Of(KeptTake take, FrameRate rate)
    {
        var (start, speed) = (StartOf(take), take.Speed);
        double Frame(double seconds) => rate.FrameOf(start + seconds * speed * Tick.PerSecond);
        return new(
            take.Id, take.Number, take.Name, (int)take.Object, take.ObjectName, take.Device, ChannelsOf(take), Frame(0), Frame(take.Seconds), speed,
            take.ByStamps, take.FirstStamp is not null, take.Seconds * speed, take.Samples, take.Lost,
            [.. GapsOf(take).Select(gap => ImmutableArray.Create(Frame(gap.From), Frame(gap.To)))], take.MadeBy, take.MadeAt);
    }

    private static double StartOf(KeptTake take) => take is { ByStamps: true, FirstStamp: { } stamp } ? stamp * Tick.PerSecond : take.Start;

    public static ImmutableArray<string> ChannelsOf(KeptTake take) => EditJson.ReadAs<ImmutableArray<string>>(take.Channels);

    public static ImmutableArray<TakeGap> GapsOf(KeptTake take) => EditJson.ReadAs<ImmutableArray<TakeGap>>(take.Gaps);

    public static TakePlace PlaceOf(KeptTake take) => new(new Tick(take.Start), take.Speed, take.ByStamps);

    /// <summary>A take as it is kept of an object.</summary>
    public static NewTake New(int thing, string name, string device, Take take, TakePlace place, string mark, string? by) => new(
        thing, name, device, EditJson.Write(take.Channels), place.Start.Value, place.Speed, place.ByStamps, take.Stamps?[0],
        take.Length, take.Seconds.Length, take.Lost, EditJson.Write(take.Gaps), mark, by, TakeCsv.Write(take));
}
