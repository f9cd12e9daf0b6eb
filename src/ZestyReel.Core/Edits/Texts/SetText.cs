using System.Collections.Immutable;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Edits;

/// <summary>Lets texts say something else, or in another way. What is left out stays.</summary>
/// <param name="Objects">The texts.</param>
/// <param name="Lines">What they say.</param>
/// <param name="Font">In which font.</param>
/// <param name="Align">How their lines stand.</param>
public sealed record SetText(ImmutableArray<ObjectId> Objects, string? Lines = null, TextFont? Font = null, TextAlign? Align = null) : Edit
{
    /// <inheritdoc/>
    public override string Title(Scene scene) => $"{(Lines is not null ? "Text" : Font is not null ? "Font" : "Lines")} of {(Objects.Length == 1 ? scene.Object(Objects[0]).Name : $"{Objects.Length} objects")}";

    /// <inheritdoc/>
    protected override Scene Make(Scene scene)
    {
        if (Objects.IsDefaultOrEmpty) throw new Refusal("objects", "select at least one text");
        if (Font is { } font && !Enum.IsDefined(font)) throw new Refusal("font", "there is no such font");
        if (Align is { } align && !Enum.IsDefined(align)) throw new Refusal("align", "there is no such alignment");
        var lines = Lines is null ? null : TextRules.Checked(Lines, "lines");
        foreach (var id in Objects.Distinct())
        {
            var thing = scene.Object(id, "objects");
            if (thing.Text is not { } text) throw new Refusal("objects", $"{thing.Name} is no text");
            scene = scene.With(thing with { Text = new(lines ?? text.Lines, Font ?? text.Font, Align ?? text.Align) });
        }
        return scene;
    }
}
