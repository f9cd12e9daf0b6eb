using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Geometry;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>
/// Makes a group of a text, with a text for each of its letters, each where it was on every frame. The group keeps the name,
/// the motion, the opacity, what bends it and how it fades; letters have the keys of depth and colour. Keys of the size, or
/// of the spacing, become keys of where letters are.
/// </summary>
/// <param name="Object">The text.</param>
public sealed record SplitText(ObjectId Object) : Edit
{
    private const string Size = "shape.size", Spacing = "shape.spacing";

    private const char Joiner = '\u200D';

    /// <inheritdoc/>
    public override string Title(Scene scene) => $"Split {scene.Object(Object).Name} into letters";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        var thing = scene.Object(Object, "object");
        if (thing.Text is not { } text) throw new Refusal("object", $"{thing.Name} is no text; select one");
        var letters = TextLayout.Of(text).Where(letter => letter.IsSeen(text.Font)).ToImmutableArray();
        if (letters.Length < 2) throw new Refusal("object", $"{thing.Name} has one letter only");
        if (scene.Objects.Count + letters.Length > Scene.MostObjects) throw new Refusal("object", $"a scene has room for {Scene.MostObjects} objects");
        RefuseDriven(scene, thing);

        var group = thing.AsGroup();
        var next = scene.With(group);
        var names = new FreeNames(scene.ObjectNames());
        var (id, place) = (scene.NextObjectId().Value, scene.Objects.Values.Max(o => o.Place) + 1);
        var made = letters.Select((letter, i) => Child(thing, text, letter) with { Id = new ObjectId(id + i), Name = names.Take(NameOf(letter.Characters)), Place = place + i }).ToImmutableArray();
        foreach (var child in made) next = next.With(child);
        return Accompanied(next, thing, [.. made.Select(child => child.Id)]).WithoutLost(scene);
    }

    /// <summary>The channels that letters have of their text.</summary>
    private static bool IsOfLetters(string name) => LayeredName.ChannelOf(name) is var own && own != Spacing && own.StartsWith("shape.", StringComparison.Ordinal) || ChannelCatalogue.ColourNames.Contains(LayeredName.ChannelOf(name));

    private static void RefuseDriven(Scene scene, SceneObject thing)
    {
        bool IsKeyed(string name) => thing.Channel(name).Curve is not null;
        if (IsKeyed(Size) && IsKeyed(Spacing)) throw new Refusal("object", $"size and spacing of {thing.Name} are both keyed; let one of them stay still first");
        if (thing.Channels.Keys.Any(name => LayeredName.Is(name) && LayeredName.ChannelOf(name) is Size or Spacing)) throw new Refusal("object", $"size or spacing of {thing.Name} is keyed in a layer; merge that layer first");
        bool Lost(string name) => IsOfLetters(name) || name == Spacing;
        if (thing.Sway is { } sway && sway.Channels.Any(Lost)) throw new Refusal("object", $"letters of {thing.Name} sway; bake that first");
        if (thing.Lag is { World: false } lag && lag.Channels.Any(Lost)) throw new Refusal("object", $"letters of {thing.Name} lag; bake that first");
        if (scene.PlacedClips.Values.Any(placed => placed.Object == thing.Id && scene.Clips[placed.Clip].Channels.Keys.Any(Lost))) throw new Refusal("object", $"a clip changes letters of {thing.Name}; bake it first");
    }

    private static SceneObject Child(SceneObject thing, TextBody text, Letter letter)
    {
        var (characters, (x, y)) = Alone(text.Font, letter);
        var child = new SceneObject(default, "", ObjectKind.Text, thing.Id, 0, RotationOrder.Xyz,
            thing.Channels.Where(each => IsOfLetters(each.Key)).ToImmutableSortedDictionary(), Text: new(characters, text.Font));
        return child.WithChannel("position.x", Placed(thing, x, letter.Shift)).WithChannel("position.y", Placed(thing, y, 0));
    }

    /// <summary>Where a letter is: so many sizes, and so many spacings of that size.</summary>
    private static Channel Placed(SceneObject thing, double sizes, double spacings)
    {
        var (size, spacing) = (thing.Channel(Size), thing.Channel(Spacing));
        if (spacing.Curve is { } apart && spacings != 0) return Raised(apart, size.Still * spacings, size.Still * sizes);
        var all = sizes + spacings * spacing.Still;
        return size.Curve is { } grows ? Raised(grows, all, 0) : new(size.Still * all + 0.0);
    }

    private static Channel Raised(Curve curve, double factor, double offset) => new(0, curve.WithKeys([.. curve.Keys.Select(key => key.Raised(factor, offset))]));

    /// <summary>What has to be written so that the letter looks alone as it does among the others, and where that then stands, in sizes.</summary>
    private static (string Characters, (double X, double Y) At) Alone(TextFont font, Letter letter)
    {
        var shapes = Shapes(font, [letter]);
        foreach (var tried in new[] { letter.Characters, $"{Joiner}{letter.Characters}", $"{letter.Characters}{Joiner}", $"{Joiner}{letter.Characters}{Joiner}" })
        {
            var alone = Shapes(font, TextLayout.Of(new(tried, font)));
            if (alone.Length != shapes.Length) continue;
            var (x, y) = (shapes[0].X - alone[0].X, shapes[0].Y - alone[0].Y);
            bool IsAlike((ushort Glyph, double X, double Y) a, (ushort Glyph, double X, double Y) b) => a.Glyph == b.Glyph && Math.Abs(a.X - b.X - x) < 1e-9 && Math.Abs(a.Y - b.Y - y) < 1e-9;
            if (shapes.Zip(alone).All(pair => IsAlike(pair.First, pair.Second))) return (tried, (x, y));
        }
        throw new Refusal("object", $"\"{letter.Characters}\" is written otherwise when it stands alone; choose another font");
    }

    private static (ushort Glyph, double X, double Y)[] Shapes(TextFont font, IEnumerable<Letter> letters) =>
        [.. letters.SelectMany(each => each.Glyphs.Where(glyph => GlyphMesh.IsSeen(font, glyph.Glyph)).Select(glyph => (glyph.Glyph, each.X + glyph.X, each.Y + glyph.Y)))];

    private static string NameOf(string characters)
    {
        try
        {
            return Names.Checked(characters, "name");
        }
        catch (Refusal)
        {
            return "Letter";
        }
    }

    /// <summary>What covers or starts the text covers and starts its letters.</summary>
    private static Scene Accompanied(Scene scene, SceneObject thing, ImmutableArray<ObjectId> letters)
    {
        // Keys of the size became keys of places, too.
        string?[] Channels(string? name) => name switch
        {
            Size => [Size, "position.x", "position.y"],
            Spacing => ["position.x"],
            _ => name is null || IsOfLetters(name) ? [name] : [],
        };
        ImmutableArray<TimeTarget> With(ImmutableArray<TimeTarget> targets) =>
        [
            .. targets,
            .. targets.Where(target => target.Object == thing.Id).SelectMany(target => letters.SelectMany(letter => Channels(target.Channel).Select(name => new TimeTarget(letter, name)))),
        ];
        foreach (var warp in scene.Warps.Values)
            if (warp.Targets is { } targets && targets.Any(target => target.Object == thing.Id)) scene = scene.With(warp with { Targets = With(targets) });
        foreach (var cue in scene.Cues.Values)
            if (cue.Starts.Any(target => target.Object == thing.Id)) scene = scene.With(cue with { Starts = With(cue.Starts) });
        return scene;
    }
}
