using ZestyReel.Core;
using FsCheck;
using FsCheck.Fluent;
using FsCheck.Xunit;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Tests.Scenes;

public class FreeNamesTests
{
    /// <summary>Many names at once are those that would be given one after the other.</summary>
    [Property]
    public Property Copies_are_called_as_if_each_had_been_made_alone() => Prop.ForAll(
        Gen.Elements("Buoy", "Buoy 2", "Buoy 9", "Quay", "7", "Quay 3").NonEmptyListOf().ToArbitrary(), wanted =>
        {
            var scene = Scene.Empty("Names");
            foreach (var name in wanted.Distinct()) scene = new AddObject(ObjectKind.Box, name).Apply(scene);
            var one = scene;
            foreach (var id in scene.Objects.Keys) one = new DuplicateObjects([id]).Apply(one);
            var all = new DuplicateObjects([.. scene.Objects.Keys]).Apply(scene);
            return all.Objects.Values.Select(thing => thing.Name).SequenceEqual(one.Objects.Values.Select(thing => thing.Name));
        });

    [Fact]
    public void A_name_is_never_cut_between_the_two_halves_of_a_character()
    {
        var lanterns = string.Concat(Enumerable.Repeat("🏮", Names.Longest / 2));
        var free = Names.Free(lanterns, new HashSet<string> { lanterns });
        Names.Checked(free, "name").ShouldBe(free);
        Names.Shown(new string('a', 39) + "🏮🏮").ShouldBe(new string('a', 39) + "…");
    }
}
