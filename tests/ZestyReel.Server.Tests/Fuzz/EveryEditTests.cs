using System.Collections.Immutable;
using System.Globalization;
using System.Text;
using ZestyReel.Core;
using ZestyReel.Core.Changes;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Wire;
using ZestyReel.Store.Packing;

namespace ZestyReel.Server.Tests.Fuzz;

/// <summary>
/// Whatever an edit of any kind makes of any scene can be written, read again as the same bytes, and plays alike; and it is
/// taken back and made again from its rows and from its packed history, to the same bytes. And a tab that has samples of
/// some frames, and is told what an edit made stale, shows what the scene shows.
/// </summary>
public class EveryEditTests
{
    private static readonly int Steps = double.TryParse(Environment.GetEnvironmentVariable("ZESTY_FUZZ_MINUTES"), CultureInfo.InvariantCulture, out var minutes) ? (int)(minutes * 4000) : 2000;

    private readonly int _seed = int.TryParse(Environment.GetEnvironmentVariable("ZESTY_FUZZ_SEED"), out var given) ? given : 20_261_125;

    internal static Scene Start() => Of(
        new AddObject(ObjectKind.Group, "Ferry"), new AddObject(ObjectKind.Box, "Hull", new ObjectId(1)), new AddObject(ObjectKind.Torus, "Wheel", new ObjectId(1)), new AddObject(ObjectKind.Light, "Lamp"),
        new KeyChannels(1, [new(new ObjectId(1), "position.x", 0), new(new ObjectId(2), "visible", 1), new(new ObjectId(2), "look.opacity", 0.2)]),
        new KeyChannels(30, [new(new ObjectId(1), "position.x", 9), new(new ObjectId(2), "visible", 0), new(new ObjectId(2), "look.opacity", 1)]),
        new SetExtrapolation([new(new ObjectId(1), "position.x")], Extrapolation.Repeat, Extrapolation.Mirror), new AddWarp("Slow", [new TimeTarget(new ObjectId(2), null)]), new SetRoll([new ObjectId(3)], Axis.Z, 0.5),
        new SetNamedSelection("Afloat", [new ObjectId(1)]), new SetBookmark(12, "Horn", BookmarkColour.Rose),
        new KeyChannels(1, [new(new ObjectId(4), "rotation.y", 0)]), new KeyChannels(20, [new(new ObjectId(4), "rotation.y", 500)]),
        new SaveClip([new KeySet(new ObjectId(1), "position.x", [FrameRate.Film.At(1), FrameRate.Film.At(30)])], "Glide"), new PlaceClip(new ClipId(1), [new ObjectId(4)], 9),
        new AddPath([new(new(0, 0, 0)), new(new(4, 0, 3), PathPointKind.Corner), new(new(9, 2, 0), PathPointKind.Free, new(-1, 0, 0), new(2, 1, 0))], Name: "Route"),
        new AddObject(ObjectKind.Cone, "Boat"), new FollowPath([new ObjectId(6)], new ObjectId(5), SignedAxis.PlusX, Bank: 30),
        new AddCue(new(CueEvent.Reaches, new ObjectId(6), Follow.Travel, 0.5), [new(new ObjectId(4), null), new(new ObjectId(2), "look.opacity")], Offset: 4),
        new AimAt([new ObjectId(2)], new ObjectId(6)),
        new AddLayer("Touch-up"), new AddLayer("Mood", LayerMode.Override), new KeyChannels(10, [new(new ObjectId(1), "1/position.x", 12), new(new ObjectId(1), "1/position.y", 3)], Reach: 5),
        new KeyChannels(14, [new(new ObjectId(4), "2/light.intensity", 0.3), new(new ObjectId(4), "2/rotation.y", 70)]), new KeyChannels(1, [new(CurveRef.Of(new LayerId(2)), 0)]), new KeyChannels(25, [new(CurveRef.Of(new LayerId(2)), 0.8)]),
        new SetSway([new ObjectId(2)], ["rotation.z", "look.opacity"]), new SetLag([new ObjectId(4)], ["rotation.y"]), new AddObject(ObjectKind.Sphere, "Buoy", Values: ImmutableDictionary<string, double>.Empty.Add("position.y", 4)),
        new AddObject(ObjectKind.Box, "Crate", Values: ImmutableDictionary<string, double>.Empty.Add("position.y", 7)), new SetBounce([new ObjectId(7), new ObjectId(8)], [new ObjectId(1)]), new LetFall([new ObjectId(8)], 12),
        new AddDeformer([new ObjectId(2)], DeformerKind.Bend, Name: "Lean"), new KeyChannels(1, [new(new ObjectId(2), "deform.Lean.strength", 0)]), new KeyChannels(30, [new(new ObjectId(2), "deform.Lean.strength", 90)]),
        new AddDeformer([new ObjectId(1)], DeformerKind.Wave), new KeyChannels(5, [new(new ObjectId(1), "deform.Wave.speed", 1)]), new KeyChannels(25, [new(new ObjectId(1), "deform.Wave.speed", -2), new(new ObjectId(1), "1/deform.Wave.amount", 0.2)]), new SetFade([new ObjectId(1)], new(30, 10)),
        new AddObject(ObjectKind.Text, "Sign", new ObjectId(1)), new KeyChannels(3, [new(new ObjectId(9), "shape.size", 0.5), new(new ObjectId(9), "shape.depth", 0.1)]), new KeyChannels(22, [new(new ObjectId(9), "shape.size", 2)]), new AddObject(ObjectKind.Camera, "Eye"));

    private static Scene Of(params Edit[] edits) => edits.Aggregate(Scene.Empty("Bay"), (now, edit) => edit.Apply(now));

    [Fact]
    public void What_an_edit_makes_can_be_kept_shown_and_taken_back()
    {
        var random = new Random(_seed);
        var (scene, made, undone) = (Start(), new Dictionary<Type, int>(), 0);
        var (frames, shown) = (new Random(_seed + 1), (ShownAlike?)null);
        for (var step = 0; step < Steps || step < Steps * 4 && made.Count < FittingEdits.Kinds.Length; step++)
        {
            // A scene does not grow without end.
            if (step % 60 == 0 || scene.KeyCount() > 3000 || scene.Objects.Count > 25) (scene, shown) = (Start(), null);
            var missing = FittingEdits.Kinds.Where(kind => !made.ContainsKey(kind)).ToList();
            var wanted = step > Steps / 2 && missing.Count > 0 && step % 2 == 0 ? missing[random.Next(missing.Count)] : FittingEdits.Kinds[random.Next(FittingEdits.Kinds.Length)];
            // Only of two is one put before the other.
            if (wanted == typeof(PlaceSound) && scene.Sounds.Count < 2) wanted = typeof(AddSound);
            Edit? edit = null;
            try
            {
                edit = new FittingEdits(random, scene).Of(wanted);
                var (after, change) = edit.Changed(scene);
                edit.Title(scene).ShouldNotBeNullOrWhiteSpace();
                if (change.IsEmpty) continue;
                ShouldBeKept(scene, after, change);
                (shown ??= new ShownAlike(frames, scene)).Check(change, after);
                made[wanted] = made.GetValueOrDefault(wanted) + 1;
                scene = after;
            }
            catch (Exception refused) when (refused is Refusal || refused.InnerException is Refusal || refused is OverflowException)
            {
                undone++;
            }
            catch (Exception wrong)
            {
                throw new InvalidOperationException($"Run it again with ZESTY_FUZZ_SEED={_seed} (it was step {step}): {(edit is null or IMadeHere ? wanted.Name : EditJson.Write(edit))}: {wrong.Message}", wrong);
            }
        }
        FittingEdits.Kinds.Where(kind => !made.ContainsKey(kind)).Select(kind => kind.Name).ShouldBeEmpty();
        undone.ShouldBeLessThan(Steps * 3);
    }

    private static void ShouldBeKept(Scene before, Scene after, SceneChange change)
    {
        var (bytes, was) = (SceneFileWriter.Write(after), SceneFileWriter.Write(before));
        Scene back;
        try
        {
            back = SceneFileReader.Read(bytes);
        }
        catch (SceneFileException faulty)
        {
            throw new InvalidOperationException($"what was written is not read: {string.Join("; ", faulty.Faults.Take(3))}", faulty);
        }
        Same(SceneFileWriter.Write(back), bytes, "written, read and written");
        ShouldPlayAlike(after, back);
        SceneRules.Check(after);
        Same(SceneFileWriter.Write(change.Reversed().AppliedTo(after)), was, "taken back");
        Same(SceneFileWriter.Write(change.AppliedTo(before)), bytes, "made again");
        var packed = ChangePacking.Pack(change);
        var stepped = ChangePacking.Step(ChangePacking.Packing, packed, after, back: true).AppliedTo(after);
        Same(SceneFileWriter.Write(stepped), was, "stepped back");
        Same(SceneFileWriter.Write(ChangePacking.Step(ChangePacking.Packing, packed, stepped, back: false).AppliedTo(stepped)), bytes, "stepped forth");
    }

    private static void ShouldBeBentAlike(Scene scene, List<SceneObject> mine, Scene back, List<SceneObject> theirs)
    {
        (Vector[], double[]) Bent(Scene of, SceneObject thing)
        {
            var times = FrameTimes.Of(of, new(17, 17));
            using var run = new GeometryRun(thing, times, new WorldSampler(of, times));
            return (run.World(0).Positions, run.Opacities(0));
        }
        foreach (var (own, other) in mine.Zip(theirs))
        {
            if (!DeformerRules.HasShape(own.Kind)) continue;
            var ((places, seen), (otherPlaces, otherSeen)) = (Bent(scene, own), Bent(back, other));
            if (!places.AsSpan().SequenceEqual(otherPlaces) || !seen.AsSpan().SequenceEqual(otherSeen)) throw new InvalidOperationException($"{own.Name} is bent otherwise when it has been written and read");
        }
    }

    private static void Same(byte[] now, byte[] wanted, string what)
    {
        if (now.AsSpan().SequenceEqual(wanted)) return;
        var at = now.AsSpan().CommonPrefixLength(wanted);
        string Around(byte[] of) => Encoding.UTF8.GetString(of, Math.Max(0, at - 120), Math.Min(240, of.Length - Math.Max(0, at - 120)));
        throw new InvalidOperationException($"{what}, it is not the same:\n{Around(now)}\ninstead of\n{Around(wanted)}");
    }

    private static void ShouldPlayAlike(Scene scene, Scene back)
    {
        var frames = new FrameRange(-3, 75);
        var (mine, theirs) = (scene.InOrder().ToList(), back.InOrder().ToList());
        ShouldBeBentAlike(scene, mine, back, theirs);
        var blocks = Sampler.Blocks(scene, [.. mine.Select(SampleTarget.All)], frames, hands: 1);
        var others = Sampler.Blocks(back, [.. theirs.Select(SampleTarget.All)], frames, hands: 1);
        for (var i = 0; i < blocks.Length; i++)
            for (var t = 0; t < blocks[i].Tracks.Length; t++)
                if (!AreAlike(blocks[i].Tracks[t].Samples, others[i].Tracks[t].Samples))
                    throw new InvalidOperationException($"{mine[i].Name}'s {blocks[i].Tracks[t].Channel} plays otherwise when it has been written and read: {string.Join("; ", Enumerable.Range(0, blocks[i].Count).Where(k => blocks[i].Tracks[t].Samples[Math.Min(k, blocks[i].Tracks[t].Samples.Length - 1)] != others[i].Tracks[t].Samples[Math.Min(k, others[i].Tracks[t].Samples.Length - 1)]).Take(3).Select(k => $"on frame {frames.First + k} {blocks[i].Tracks[t].Samples[k]:R} is {others[i].Tracks[t].Samples[k]:R}"))}");
    }

    /// <summary>Whether samples are the same but for the last bit: a handle is written in frames, and ticks of it come back within the last bit of a double, which now and then is the one that a float is rounded by.</summary>
    private static bool AreAlike(ReadOnlySpan<float> some, ReadOnlySpan<float> others)
    {
        if (some.SequenceEqual(others)) return true;
        if (some.Length != others.Length) return false;
        for (var i = 0; i < some.Length; i++)
            if (some[i] != others[i] && MathF.BitIncrement(some[i]) != others[i] && MathF.BitDecrement(some[i]) != others[i] && !(float.IsNaN(some[i]) && float.IsNaN(others[i]))) return false;
        return true;
    }
}
