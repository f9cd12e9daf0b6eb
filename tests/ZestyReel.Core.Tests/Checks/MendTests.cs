using ZestyReel.Core.Checks;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Tests.Scenes;
using ZestyReel.Core.Time;
using static ZestyReel.Core.Tests.Scenes.Harbour;

namespace ZestyReel.Core.Tests.Checks;

/// <summary>Mending takes away what was found, and what is meant is told as meant.</summary>
public class MendTests
{
    private static Scene Keyed(string channel, Extrapolation after, params Key[] keys) => Still() is var scene
        ? scene with { Objects = scene.Objects.SetItem(Ferry, scene.Object(Ferry).WithChannel(channel, new Channel(0, new Curve([.. keys], after: after)))) } : null!;

    private static Key At(double frame, double value, Interpolation mode = Interpolation.Smooth) => new(new((long)(frame * FrameRate.Film.TicksPerFrame)), value, mode, mode);

    public static TheoryData<FindingKind, Scene> Faulty() => new()
    {
        { FindingKind.OffFrame, Keyed("position.x", Extrapolation.Hold, At(1, 0), At(20.25, 5), At(40, 9)) },
        { FindingKind.UselessKeys, Keyed("position.x", Extrapolation.Hold, At(1, 0, Interpolation.Linear), At(20, 19, Interpolation.Linear), At(40, 39, Interpolation.Linear)) },
        { FindingKind.CreepingHold, Keyed("position.x", Extrapolation.Hold, At(1, 0, Interpolation.Flat), At(20, 10, Interpolation.Flat), At(40, 10.05, Interpolation.Flat), At(60, 0, Interpolation.Flat)) },
        { FindingKind.Overshoot, Keyed("position.x", Extrapolation.Hold, At(1, 0), At(21, 10), At(41, 10), At(61, 0)) },
        { FindingKind.OpenLoop, Keyed("position.x", Extrapolation.Repeat, At(1, 0, Interpolation.Flat), At(21, 10, Interpolation.Flat), At(41, 1, Interpolation.Flat)) },
        { FindingKind.RotationFlip, Keyed("rotation.y", Extrapolation.Hold, At(1, 150, Interpolation.Linear), At(20, 175, Interpolation.Linear), At(21, -175, Interpolation.Linear), At(40, -150, Interpolation.Linear)) },
    };

    [Theory, MemberData(nameof(Faulty))]
    public void A_finding_that_can_be_mended_is_gone_when_it_is(FindingKind kind, Scene scene)
    {
        var found = Of(scene).Single(each => each.Kind == kind);
        found.Mend.ShouldNotBeNull();
        FindingWords.Mend(kind).ShouldNotBeEmpty();
        var mended = scene.After(new MendFinding(kind, found.Start, found.End, found.Object, "", found.Channel));
        Of(mended).ShouldNotContain(each => each.Kind == kind);
    }

    [Fact]
    public void A_sound_is_put_on_its_frame()
    {
        var scene = Still().After(new AddSound(new SoundFile(AssetHash.Parse(new string('a', 64)), "horn", 48000, 48000), FrameRate.Film.StartOf(12), "Horn"));
        var horn = scene.Sounds.Values.Single();
        scene = scene.With(horn with { Start = horn.Start + new TickSpan(1234567) });
        var found = Of(scene).Single(each => each.Kind == FindingKind.SoundOffFrame);
        scene.After(new MendFinding(found.Kind, found.Start, found.End, null, "Horn")).Sounds.Values.Single().Start.ShouldBe(horn.Start);
    }

    [Fact]
    public void What_is_not_there_any_more_is_refused() =>
        Should.Throw<Refusal>(() => Moving().After(new MendFinding(FindingKind.Overshoot, FrameRate.Film.StartOf(1), FrameRate.Film.StartOf(9), Ferry, "", "position.x"))).Reason.ShouldContain("not there any more");

    [Fact]
    public void What_is_meant_stays_so_when_time_is_stretched_and_goes_with_its_object()
    {
        var scene = Keyed("position.x", Extrapolation.Hold, At(1, 0), At(21, 10), At(41, 10), At(61, 0));
        var found = Of(scene).Single(each => each.Kind == FindingKind.Overshoot);
        new MeantMarks(scene).Of(found).ShouldBeEmpty();
        var meant = scene.After(new SetAside(found.Kind, found.Start, found.End, found.Object, "", found.Channel));
        new MeantMarks(meant).Of(found).Count().ShouldBe(1);
        var longer = meant.After(new StretchTime(240, 1));
        var later = Of(longer).Single(each => each.Kind == FindingKind.Overshoot);
        later.Start.ShouldNotBe(found.Start);
        new MeantMarks(longer).Of(later).Count().ShouldBe(1);
        // Of another channel it is not meant.
        new MeantMarks(meant).Of(found with { Channel = "position.y" }).ShouldBeEmpty();
        meant.After(new DeleteObjects([Ferry])).Marks.ShouldBeEmpty();
        meant.After(new DeleteMarks([.. meant.Marks.Keys])).Marks.ShouldBeEmpty();
        Should.Throw<Refusal>(() => scene.After(new DeleteMarks([new(9)])));
        Should.Throw<Refusal>(() => scene.After(new SetAside(FindingKind.Pop, found.End, found.Start, Ferry)));
        Should.Throw<Refusal>(() => scene.After(new MarkContact([Ferry], 9, 3)));
    }

    [Fact]
    public void Every_finding_has_words()
    {
        foreach (var kind in Enum.GetValues<FindingKind>())
        {
            FindingWords.Name(kind).ShouldNotBeEmpty();
            FindingWords.Why(kind).ShouldEndWith(".");
        }
        Enum.GetValues<FindingKind>().Select(FindingWords.Name).ShouldBeUnique();
    }

    private static IReadOnlyList<Finding> Of(Scene scene) => SceneCheck.Of(scene, new(scene.Settings.Range));
}
