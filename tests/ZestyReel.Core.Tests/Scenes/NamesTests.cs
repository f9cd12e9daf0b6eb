using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Tests.Scenes;

public class NamesTests
{
    [Theory]
    [InlineData("Buoy", "Buoy")]
    [InlineData("  Long pier ", "Long pier")]
    [InlineData("№ 1 · ferry 🚢", "№ 1 · ferry 🚢")]
    public void Names_are_taken_without_blanks_around_them(string given, string taken) => Names.Checked(given, "name").ShouldBe(taken);

    [Fact]
    public void Names_are_no_longer_than_the_longest()
    {
        Names.Checked(new string('a', Names.Longest), "name").Length.ShouldBe(Names.Longest);
        Should.Throw<Refusal>(() => Names.Checked(new string('a', Names.Longest + 1), "name"));
        Should.Throw<Refusal>(() => Names.Checked(null, "name"));
        Should.Throw<Refusal>(() => Names.Checked("half \ud83d pair", "name"));
    }

    [Property]
    public bool A_free_name_is_free_and_can_be_had(NonEmptyString wanted, PositiveInt copies)
    {
        var name = new string([.. wanted.Get.Where(char.IsAsciiLetterOrDigit).Take(Names.Longest)]) is { Length: > 0 } plain ? plain : "Box";
        var taken = new HashSet<string>();
        for (var i = 0; i < copies.Get % 30; i++) taken.Add(Names.Free(name, taken));
        return taken.Count == copies.Get % 30 && taken.All(each => Names.Checked(each, "name") == each);
    }
}
