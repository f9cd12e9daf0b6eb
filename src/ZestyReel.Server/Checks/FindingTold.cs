using ZestyReel.Core.Checks;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Checks;

/// <summary>A finding of the timing check.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Level">How much it matters.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Why">Why it matters.</param>
/// <param name="Object">Whose it is; null where it is no object's.</param>
/// <param name="Subject">The name of what it is about.</param>
/// <param name="With">The name of what else it is about; empty where that is nothing.</param>
/// <param name="Channel">The channel; empty where it is about several, or none.</param>
/// <param name="Start">When it begins, as played, in ticks.</param>
/// <param name="End">When it ends, as played, in ticks.</param>
/// <param name="First">When it begins, in frames.</param>
/// <param name="Last">When it ends, in frames.</param>
/// <param name="Amount">How bad it is.</param>
/// <param name="Unit">What that is counted in.</param>
/// <param name="KeyCount">How many keys it is about.</param>
/// <param name="Keys">Which keys, up to a number.</param>
/// <param name="Mend">What mending does; empty where a person has to decide.</param>
/// <param name="Meant">The marks by which somebody has said that it is meant.</param>
public sealed record FindingTold(
    FindingKind Kind, FindingLevel Level, string Name, string Why, ObjectId? Object, string Subject, string With, string Channel,
    long Start, long End, double First, double Last, double Amount, FindingUnit Unit, int KeyCount, IReadOnlyList<FoundKeys> Keys, string Mend, IReadOnlyList<MarkId> Meant)
{
    // What a page selects at once when somebody goes there.
    private const int MostKeys = 1000;

    /// <summary>A finding in words.</summary>
    public static FindingTold Of(Scene scene, MeantMarks meant, Finding found)
    {
        var left = MostKeys;
        var keys = new List<FoundKeys>();
        foreach (var each in found.Keys)
        {
            if (left <= 0) break;
            keys.Add(new(each.Curve.Channel, [.. each.Times.Take(left).Select(time => time.Value)]));
            left -= each.Times.Length;
        }
        double Frame(Tick time) => Math.Round(scene.Rate.FrameOf(time.Value), 3);
        return new(found.Kind, found.Level, FindingWords.Name(found.Kind), FindingWords.Why(found.Kind), found.Object, found.Subject, found.With, found.Channel,
            found.Start.Value, found.End.Value, Frame(found.Start), Frame(found.End), found.Amount, found.Unit, found.Keys.Sum(each => each.Times.Length), keys,
            found.Mend is null ? "" : FindingWords.Mend(found.Kind), [.. meant.Of(found).Select(mark => mark.Id)]);
    }
}

/// <summary>Keys of one channel of an object.</summary>
/// <param name="Channel">The channel, in a layer by its layered name.</param>
/// <param name="Times">When they stand, in ticks.</param>
public sealed record FoundKeys(string Channel, IReadOnlyList<long> Times);
