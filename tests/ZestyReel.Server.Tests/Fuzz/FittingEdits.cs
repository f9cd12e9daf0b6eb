using System.Collections.Immutable;
using System.Reflection;
using ZestyReel.Core;
using ZestyReel.Core.Checks;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Tests.Fuzz;

/// <summary>Makes up edits of every kind there is that point at what is in a scene, so that most of them can be made.</summary>
internal sealed class FittingEdits(Random random, Scene scene)
{
    /// <summary>Every kind of edit.</summary>
    public static readonly ImmutableArray<Type> Kinds =
        [.. typeof(Edit).Assembly.GetTypes().Where(type => type.IsSubclassOf(typeof(Edit)) && !type.IsAbstract).OrderBy(type => type.Name)];

    /// <summary>The lists of keys of the edit that is being made, so that what is given with each has as many parts.</summary>
    private int _sets;

    /// <summary>A scene after so many edits of any kind, without those that are refused.</summary>
    public static Scene Several(Scene scene, Random random, int count)
    {
        for (var i = 0; i < count; i++)
        {
            try
            {
                scene = new FittingEdits(random, scene).Of(Kinds[random.Next(Kinds.Length)]).Changed(scene).After;
            }
            catch (Exception refused) when (refused is Refusal || refused.InnerException is Refusal || refused is OverflowException)
            {
            }
        }
        return scene;
    }

    /// <summary>An edit of one kind.</summary>
    public Edit Of(Type kind)
    {
        _sets = 0;
        if (kind == typeof(SetHandle))
        {
            var set = Keys();
            return new SetHandle(set.Times.IsEmpty ? Tick.Zero : set.Times[0], (KeySide)random.Next(2), random.NextDouble() * 9, Number(), random.Next(2) == 0, set.Object, set.Channel, set.Warp, set.Placed, set.Layer, set.Sound);
        }
        if (kind == typeof(BendTrail))
        {
            var keys = scene.Objects.Values.SelectMany(thing => thing.Channels.Where(c => c.Key.StartsWith("position.", StringComparison.Ordinal)).SelectMany(c => c.Value.Curve?.Keys ?? [])
                .Where(key => key.Out == Interpolation.Free).Select(key => (thing.Id, key.Time))).ToList();
            var (id, time) = keys.Count == 0 ? (new ObjectId(1), Tick.Zero) : keys[random.Next(keys.Count)];
            return new BendTrail(id, time, KeySide.Out, new(Number(), Number(), Number()), random.Next(2) == 0);
        }
        if (kind == typeof(BringJoints))
        {
            var (count, moments) = (random.Next(1, 4), random.Next(0, 6));
            BroughtChannel Channel(string name) => new(name, [.. Enumerable.Range(0, moments).Select(_ => Number())]);
            return new BringJoints([.. Enumerable.Range(0, count).Select(i => new BroughtJoint($"Joint {random.Next(6)}", i == 0 ? null : random.Next(i), new(Number(), Number(), Number()), (RotationOrder)random.Next(6), [Channel("rotation.z"), Channel("position.x")]))],
                Frame(), 0.0083333m, random.Next(3) == 0, random.Next(2) == 0, random.Next(4) == 0, random.Next(4) == 0, random.Next(2) == 0);
        }
        if (kind == typeof(BringObjects)) return BringObjects();
        if (kind == typeof(BringTable))
        {
            var thing = scene.Object(AnyObject());
            TableCurve Column(ChannelSpec spec)
            {
                var (count, at) = (random.Next(1, 12), (long)(Frame() * 29_400_000));
                ImmutableArray<Tick> times = [.. Enumerable.Range(0, count).Select(_ => new Tick(at += random.Next(1, 90_000_000)))];
                return new(thing.Id, spec.Name, times, [.. times.Select(_ => spec.Within(Number()))]);
            }
            return new BringTable([.. thing.Specs.Where(_ => random.Next(6) == 0).Take(3).Select(Column)], random.Next(2) * random.NextDouble(), random.Next(2) * 5, random.Next(2) == 0);
        }
        if (kind == typeof(LandTake))
        {
            var (count, at) = (random.Next(1, 40), (long)(Frame() * 29_400_000));
            ImmutableArray<Tick> times = [.. Enumerable.Range(0, count).Select(_ => new Tick(at += random.Next(1, 20_000_000)))];
            BroughtChannel Taken(string name) => new(name, [.. Enumerable.Range(0, count).Select(_ => Number())]);
            return new LandTake(AnyObject(), times, [.. LooseChannels().Distinct().Select(Taken)], $"Take {random.Next(9)}", (TakeInto)random.Next(2), random.Next(2) * random.NextDouble(), random.Next(2) * 5, random.Next(2) * Frame());
        }
        if (kind == typeof(SetSway)) return new SetSway(Objects(), random.Next(5) == 0 ? null : LooseChannels(), random.Next(5) > 0, random.Next(2) == 0 ? null : random.Next(9));
        if (kind == typeof(SetLag)) return random.Next(3) == 0 ? new SetLag(Objects(), null, random.Next(3) > 0) : new SetLag(Objects(), LooseChannels(), On: random.Next(5) > 0);
        if (kind == typeof(SetBounce)) return new SetBounce(Objects(), random.Next(5) == 0 ? null : random.Next(2) == 0 ? [] : Objects(), random.Next(5) > 0);
        if (kind == typeof(LetFall)) return new LetFall([Any(scene.Objects.Values.Where(thing => thing.Bounce is not null).Select(thing => thing.Id), new ObjectId(1))], Frame());
        if (kind == typeof(AddDeformer)) return new AddDeformer(Shapes(), (DeformerKind)random.Next(9), random.Next(2) == 0 ? null : (Axis)random.Next(3), Frame(), random.Next(2) == 0 ? null : $"Thing {random.Next(9)}");
        if (kind == typeof(SetFade)) return new SetFade(Shapes(), random.Next(4) == 0 ? null : new(Number(), Number(), random.Next(2) == 0), Frame());
        if (kind == typeof(SetText)) return new SetText([AnyText()], random.Next(2) == 0 ? null : string.Join(random.Next(3) == 0 ? "\n" : " ", Enumerable.Range(0, random.Next(1, 4)).Select(_ => Words[random.Next(Words.Length)])), (TextFont)random.Next(4), (TextAlign)random.Next(3));
        if (kind == typeof(SplitText)) return new SplitText(AnyText());
        if (kind == typeof(OneAfterOther)) return new OneAfterOther([.. scene.Objects.Keys.Where(_ => random.Next(3) == 0)], Frame(), (AfterOrder)random.Next(4), random.Next(9));
        if (kind == typeof(OneOnEachBookmark)) return new OneOnEachBookmark([.. scene.Objects.Keys.Where(_ => random.Next(3) == 0)], random.Next(2) == 0 ? null : (BookmarkColour)random.Next(5), (AfterOrder)random.Next(4), random.Next(9));
        if (kind == typeof(CutFinely)) return new CutFinely([.. scene.Objects.Keys]);
        if (kind == typeof(SetBackdrop) || kind == typeof(RemoveBackdrop))
        {
            var (view, camera) = random.Next(2) == 0 ? ((BackdropView?)random.Next(4), (ObjectId?)null) : (null, Any(scene.Objects.Values.Where(thing => thing.Kind == ObjectKind.Camera).Select(thing => thing.Id), new ObjectId(1)));
            return kind == typeof(SetBackdrop) ? Backdrop(view, camera) : new RemoveBackdrop(view, camera);
        }
        if (kind == typeof(AddSound)) return new AddSound(SoundFile(), new((long)(Frame() * 29_400_000)), random.Next(2) == 0 ? null : $"Thing {random.Next(9)}");
        if (kind == typeof(SetSound)) return SetSound();
        if (kind == typeof(SetAside) || kind == typeof(MendFinding))
        {
            var found = SceneCheck.Of(scene, new(scene.Settings.Range)).Where(each => kind == typeof(SetAside) || each.Mend is not null).ToList();
            if (Any(found, null!) is not { } one) return new SetAside(FindingKind.Pop, Tick.Zero, new(random.Next(1000)), AnyObject(), "", "position.x");
            var subject = one.Object is null ? one.Subject : "";
            return kind == typeof(SetAside) ? new SetAside(one.Kind, one.Start, one.End, one.Object, subject, one.Channel) : new MendFinding(one.Kind, one.Start, one.End, one.Object, subject, one.Channel);
        }
        if (kind == typeof(MoveSounds)) return new MoveSounds([Any(scene.Sounds.Keys, new SoundId(1))], random.Next(-2_000_000_000, 2_000_000_000));
        if (typeof(SetDeformer).Namespace == kind.Namespace && kind.Name.EndsWith("Deformer", StringComparison.Ordinal)) return OfDeformer(kind);
        return (Edit)Record(kind);
    }

    /// <summary>What is done to a deformer that is there.</summary>
    private Edit OfDeformer(Type kind)
    {
        var (thing, name) = Any(scene.Objects.Values.SelectMany(each => (each.Deformers ?? Enumerable.Empty<Deformer>()).Select(deformer => (each.Id, deformer.Name))), (new ObjectId(1), "none"));
        if (kind == typeof(MoveDeformer)) return new MoveDeformer(thing, name, random.Next(4));
        if (kind == typeof(DeleteDeformer)) return new DeleteDeformer(thing, name);
        if (kind == typeof(CopyDeformer)) return new CopyDeformer(thing, name, Shapes());
        if (kind == typeof(FitDeformer)) return new FitDeformer(thing, name, Frame());
        bool? Maybe() => random.Next(3) == 0 ? random.Next(2) == 0 : null;
        return new SetDeformer(thing, name, random.Next(3) == 0 ? $"Thing {random.Next(9)}" : null, random.Next(3) == 0 ? (Axis)random.Next(3) : null, Maybe(), null, Maybe());
    }

    /// <summary>Objects of the scene itself, as of another one, and a mesh.</summary>
    private BringObjects BringObjects()
    {
        var other = scene.Objects.Count > 12 ? Scene.Empty("Other") : scene;
        var mesh = new SceneObject(other.NextObjectId(), Names.Free("Rock", other.ObjectNames()), ObjectKind.Mesh, null, 99, RotationOrder.Xyz, ImmutableSortedDictionary<string, Channel>.Empty, Mesh: new(AssetHash.Parse(Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData([(byte)random.Next(5)]))), "rock.glb"));
        other = other.With(mesh);
        if (random.Next(2) == 0) other = other with { Settings = other.Settings with { Rate = FrameRate.Of(30, 1) } };
        return new(other, [.. other.Objects.Keys.Where(_ => random.Next(3) == 0).DefaultIfEmpty(mesh.Id)], Frame(), (RateKeep)random.Next(2), random.Next(2) == 0);
    }

    private SetBackdrop Backdrop(BackdropView? view, ObjectId? camera)
    {
        T? Maybe<T>(T value) where T : struct => random.Next(2) == 0 ? value : null;
        var first = random.Next(90);
        return new(
            view, camera, random.Next(3) == 0 ? null : [.. Enumerable.Range(0, random.Next(1, 5)).Select(i => new BackdropPicture($"plate {i}.png", AssetHash.Parse(Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData([(byte)random.Next(20)]))), first + 2 * i))],
            Maybe(random.Next(2) == 0), Maybe((BackdropFit)random.Next(2)), Maybe(random.NextDouble()), Maybe((long)random.Next(-90, 90)), Maybe(Number()), Maybe(Number()), Maybe(0.1 + random.NextDouble() * 30));
    }

    private SoundFile SoundFile() => new(AssetHash.Parse(Convert.ToHexStringLower(System.Security.Cryptography.SHA256.HashData([(byte)random.Next(5)]))), "horn.wav", 48_000, 100_000);

    private SetSound SetSound()
    {
        T? Maybe<T>(T some) where T : struct => random.Next(4) == 0 ? some : null;
        var from = random.Next(50_000);
        return new(Any(scene.Sounds.Keys, new SoundId(1)), random.Next(5) == 0 ? $"Thing {random.Next(9)}" : null, Maybe(new Tick((long)(Frame() * 29_400_000))), Maybe((long)from), Maybe(from + 1L + random.Next(49_000)),
            Maybe((long)random.Next(9_000)), Maybe((long)random.Next(9_000)), Maybe(random.Next(4)), Maybe(random.Next(2) == 0), Maybe(random.Next(2) == 0));
    }

    private static readonly string[] Words = ["Bay", "Öl", "fog", "AV", "שלום", "8½", "e\u0301", "字", "&"];

    private ObjectId AnyText() => Any(scene.Objects.Values.Where(thing => thing.Text is not null).Select(thing => thing.Id), new ObjectId(1));

    private ImmutableArray<ObjectId> Shapes() => [Any(scene.Objects.Values.Where(thing => DeformerRules.CanHave(thing.Kind)).Select(thing => thing.Id), new ObjectId(1))];

    private ImmutableArray<ObjectId> Objects() => [.. Enumerable.Range(0, random.Next(1, 3)).Select(_ => AnyObject()).Distinct()];

    private ImmutableArray<string> LooseChannels() =>
        [.. new[] { "position.x", "position.y", "rotation.z", "scale.x", "look.opacity", "light.intensity", "shape.radius", "deform.Lean.strength" }.Where(_ => random.Next(3) == 0).DefaultIfEmpty("rotation.z")];

    private object Record(Type type)
    {
        var constructor = type.GetConstructors().Where(made => !made.GetParameters().Any(part => part.ParameterType == type)).MaxBy(made => made.GetParameters().Length)!;
        return constructor.Invoke([.. constructor.GetParameters().Select(part => part.HasDefaultValue && random.Next(3) == 0 ? part.DefaultValue : Value(part))]);
    }

    private object? Value(ParameterInfo part)
    {
        var type = Nullable.GetUnderlyingType(part.ParameterType) ?? part.ParameterType;
        return (type.Name, part.Name) switch
        {
            ("Decimal", "Length") => 1 + random.Next(120) + (decimal)(random.Next(2) * 0.5),
            ("Decimal", "Speed") => Math.Round((decimal)random.NextDouble() * 3, 2) + 0.05m,
            ("Decimal", "Times") => Math.Round((decimal)random.NextDouble() * 4, 1) + 0.1m,
            ("Decimal", "To") => 30m + random.Next(60),
            ("Double", "Beats") => 0.5 + random.NextDouble() * 6,
            ("Double", "Roughness") => random.NextDouble(),
            ("Decimal", "Last") => 30m + random.Next(60),
            ("Decimal", "PerSecond") => 1m + random.Next(120),
            ("Int32", "PerFrame") => random.Next(1, 11),
            ("Decimal", "Ease") => (decimal)random.Next(6),
            ("Decimal", "Reach") => 1m + random.Next(12),
            ("Decimal", _) => Frame(),
            ("Int64", "Frames") => (long)random.Next(1, 20),
            ("Int64", _) => (long)random.Next(-5, 60),
            ("Int32", "Point" or "Segment") => random.Next(0, 3),
            ("Int32", _) => random.Next(1, 4),
            ("Vector", "Pivot") => new Vector(random.Next(3) - 1, random.Next(3) - 1, random.Next(3) - 1),
            ("ObjectId", "Path") => AnyPath(),
            ("Double", "U") => random.NextDouble(),
            ("Double", "Tolerance" or "Step" or "Radius") => 0.05 + random.NextDouble(),
            ("Double", "Amount") => random.NextDouble(),
            ("Double", _) => Number(),
            ("String", "Css") => random.Next(2) == 0 ? "cubic-bezier(0.2, -0.4, 0.1, 1.3)" : "linear(0, 1.4 60%, 0.8 60%, 1)",
            ("String", "Timecode") => $"0{random.Next(3)}:00:{random.Next(10, 60)}:0{random.Next(10)}",
            ("String", _) => $"Thing {random.Next(40)}",
            _ => Value(type, part.Name!),
        };
    }

    private object? Value(Type type, string name)
    {
        if (type == typeof(ObjectId)) return AnyObject();
        if (type == typeof(int)) return random.Next(0, 4);
        if (type == typeof(WarpId)) return Any(scene.Warps.Keys, new WarpId(1));
        if (type == typeof(ClipId)) return Any(scene.Clips.Keys, new ClipId(1));
        if (type == typeof(PlacedClipId)) return Any(scene.PlacedClips.Keys, new PlacedClipId(1));
        if (type == typeof(BookmarkId)) return Any(scene.Bookmarks.Keys, new BookmarkId(1));
        if (type == typeof(NamedSelectionId)) return Any(scene.NamedSelections.Keys, new NamedSelectionId(1));
        if (type == typeof(CueId)) return Any(scene.Cues.Keys, new CueId(1));
        if (type == typeof(LayerId)) return Any(scene.Layers.Keys, new LayerId(1));
        if (type == typeof(MarkId)) return Any(scene.Marks.Keys, new MarkId(1));
        if (type == typeof(SoundId)) return Any(scene.Sounds.Keys, new SoundId(1));
        if (type == typeof(CueWhen)) return When();
        if (type == typeof(KeySet)) return Keys();
        if (type == typeof(ChannelValue)) return Channel();
        if (type == typeof(CopiedKeys)) return CopiedKeys.Of(scene, [Keys(), Keys()]);
        if (type == typeof(CopiedPose)) return CopiedPose.Of(scene, [AnyObject()], random.Next(60));
        if (type == typeof(CopiedClips)) return CopiedClips.Of(scene, [Any(scene.PlacedClips.Keys, new PlacedClipId(1))]);
        if (type == typeof(TimeTarget)) return new TimeTarget(AnyObject(), random.Next(2) == 0 ? null : AnySpec(AnyObject()).Name);
        if (type == typeof(FrameRate)) return FrameRate.Parse(new[] { "24", "25", "30000/1001", "60", "12" }[random.Next(5)]);
        if (type == typeof(FrameRange)) return new FrameRange(random.Next(0, 10), random.Next(30, 90));
        if (type == typeof(bool)) return random.Next(2) == 0;
        // In lists of names.
        if (type == typeof(string)) return AnySpec(AnyObject()).Name;
        if (type.IsEnum) return Enum.GetValues(type).GetValue(random.Next(Enum.GetValues(type).Length));
        if (type == typeof(ImmutableDictionary<string, double>)) return ImmutableDictionary<string, double>.Empty.Add("position.y", Number());
        if (type.IsGenericType && type.GetGenericTypeDefinition() == typeof(ImmutableArray<>)) return List(type.GetGenericArguments()[0], name);
        return Record(type);
    }

    /// <summary>A list: of keys one to three sets, of what is given with each as many.</summary>
    private object List(Type part, string name)
    {
        var count = name == "Values" && part != typeof(ChannelValue) ? _sets : random.Next(1, 4);
        if (part == typeof(KeySet)) _sets = count;
        var items = Enumerable.Range(0, count).Select(_ => part == typeof(double) ? Number() : Value(part, name)).Distinct().ToList();
        // Keys of one curve only, or a clip of one object only, are wanted now and then.
        if (part == typeof(KeySet) && random.Next(2) == 0)
        {
            var only = (KeySet)items[0]!;
            items = [.. items.Where(item => ((KeySet)item!).Object == only.Object && ((KeySet)item).Warp == only.Warp && ((KeySet)item).Placed == only.Placed && ((KeySet)item).Layer == only.Layer && ((KeySet)item).Sound == only.Sound)];
            _sets = items.Count;
        }
        var list = Array.CreateInstance(part, items.Count);
        for (var i = 0; i < list.Length; i++) list.SetValue(items[i], i);
        return typeof(ImmutableArray).GetMethods().Single(method => method is { Name: nameof(ImmutableArray.Create) } && method.GetParameters() is [{ ParameterType.IsArray: true }])
            .MakeGenericMethod(part).Invoke(null, [list])!;
    }

    private KeySet Keys()
    {
        var curves = scene.Objects.Values.SelectMany(thing => thing.Channels.Where(c => c.Value.Curve is not null).Select(c => CurveRef.Of(thing.Id, c.Key)))
            .Concat(scene.Warps.Keys.Select(CurveRef.Of)).Concat(scene.PlacedClips.Values.Where(placed => placed.Rate.Curve is not null).Select(placed => CurveRef.Of(placed.Id)))
            .Concat(scene.Layers.Values.Where(layer => layer.Strength.Curve is not null).Select(layer => CurveRef.Of(layer.Id)))
            .Concat(scene.Sounds.Values.SelectMany(sound => SoundChannels.Specs.Where(spec => sound.Channel(spec.Name).Curve is not null).Select(spec => CurveRef.Of(sound.Id, spec.Name)))).ToList();
        if (curves.Count == 0) return new KeySet(new ObjectId(1), "position.x", []);
        var curve = curves[random.Next(curves.Count)];
        var times = scene.At(curve, "keys").Channel.Curve!.Keys.Select(key => key.Time).ToList();
        return new KeySet(curve, random.Next(2) == 0 ? [.. times] : [.. times.Where(_ => random.Next(2) == 0).DefaultIfEmpty(times[0])]);
    }

    private ChannelValue Channel()
    {
        if (random.Next(8) == 0 && !scene.Warps.IsEmpty) return new ChannelValue(CurveRef.Of(Any(scene.Warps.Keys, default)), random.Next(2) == 0 ? null : random.Next(80));
        if (random.Next(8) == 0 && !scene.PlacedClips.IsEmpty) return new ChannelValue(CurveRef.Of(Any(scene.PlacedClips.Keys, default)), random.NextDouble() * 4 - 1);
        if (random.Next(8) == 0 && !scene.Layers.IsEmpty) return new ChannelValue(CurveRef.Of(Any(scene.Layers.Keys, default)), random.Next(3) == 0 ? null : random.NextDouble());
        if (random.Next(6) == 0 && !scene.Sounds.IsEmpty)
            return random.Next(3) == 0 ? new ChannelValue(CurveRef.Of(Any(scene.Sounds.Keys, default), SoundChannels.Mute), random.Next(2)) : new ChannelValue(CurveRef.Of(Any(scene.Sounds.Keys, default), SoundChannels.Gain), random.NextDouble() * 30 - 20);
        // A channel that has keys half of the time, since much can only be done to those.
        if (random.Next(2) == 0 && Keys() is { Channel: { } keyed, Object: { } owner, Times.IsEmpty: false }) return new ChannelValue(owner, keyed);
        var thing = AnyObject();
        var spec = AnySpec(thing);
        double? value = spec.HoldsOnly ? (int)spec.Least + random.Next((int)Math.Min(spec.Most - spec.Least, 20) + 1) : spec.Most <= 1 ? random.NextDouble() : spec.Within(Number());
        var name = random.Next(3) == 0 && !scene.Layers.IsEmpty ? LayeredName.Of(Any(scene.Layers.Keys, default), spec.Name) : spec.Name;
        return new ChannelValue(thing, name, random.Next(3) == 0 ? null : value);
    }

    private ChannelSpec AnySpec(ObjectId id)
    {
        var specs = scene.Object(id).Specs;
        return random.Next(2) == 0 ? specs[random.Next(3)] : specs[random.Next(specs.Length)];
    }

    /// <summary>Something that may well happen.</summary>
    private CueWhen When()
    {
        var (thing, far) = (AnyObject(), random.NextDouble() * 12);
        switch (random.Next(4))
        {
            case 0: return new(CueEvent.Bookmark, Bookmark: Any(scene.Bookmarks.Keys, new BookmarkId(1)));
            case 1: return new((CueEvent)(1 + random.Next(2)), thing, Value: far, Other: AnyObject());
            default:
                var (watched, channel) = Keys() is { Channel: { } keyed, Object: { } owner } ? (owner, LayeredName.ChannelOf(keyed)) : (thing, "position.x");
                return new(CueEvent.Reaches, watched, channel, channel == Follow.Travel ? random.NextDouble() : random.Next(12), (CueGoing)random.Next(3));
        }
    }

    private ObjectId AnyObject() => Any(scene.Objects.Keys, new ObjectId(1));

    private ObjectId AnyPath() => random.Next(8) == 0 ? AnyObject() : Any(scene.Objects.Values.Where(thing => thing.Path is not null).Select(thing => thing.Id), new ObjectId(1));

    private T Any<T>(IEnumerable<T> some, T none) => some.ToList() is { Count: > 0 } all ? all[random.Next(all.Count)] : none;

    private decimal Frame() => random.Next(70) + (random.Next(4) == 0 ? Math.Round((decimal)random.NextDouble(), 3) : 0);

    private double Number() => Math.Round(random.NextDouble() * 40 - 15, random.Next(4));
}
