using NetArchTest.Rules;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Store;

namespace ZestyReel.Core.Tests;

/// <summary>Dependencies point one way: the server knows the store and the formats, and those know the core.</summary>
public class RoomsTests
{
    [Fact]
    public void The_core_knows_nothing_but_itself() =>
        Types.InAssembly(typeof(Scene).Assembly).That().DoNotHaveName("TextFace").ShouldNot().HaveDependencyOnAny(Foreign).GetResult().FailingTypeNames.ShouldBeNull();

    /// <summary>The fonts of texts are a part of it: they are read from itself, and from nowhere else.</summary>
    [Fact]
    public void Only_its_fonts_are_read_by_it() =>
        Types.InAssembly(typeof(Scene).Assembly).That().HaveName("TextFace").ShouldNot().HaveDependencyOnAny([.. Foreign.Where(name => name != "System.IO"), "System.IO.File"]).GetResult().FailingTypeNames.ShouldBeNull();

    private static readonly string[] Foreign =
        ["ZestyReel.Formats", "ZestyReel.Store", "ZestyReel.Server", "Microsoft.AspNetCore", "Microsoft.Data", "Dapper", "MessagePack", "System.IO", "System.Net"];

    /// <summary>The rooms of the core, each of which knows only those before it.</summary>
    private static readonly string[] Rooms = ["Time", "Pictures", "Curves", "Scenes", "Retiming", "Changes", "Evaluation", "Geometry", "Sounding", "Reels", "Baking", "Takes", "Checks", "Outgoing", "Edits"];

    public static TheoryData<string> Each() => [.. Rooms];

    [Theory]
    [MemberData(nameof(Each))]
    public void A_room_of_the_core_knows_only_those_before_it(string room)
    {
        var core = Types.InAssembly(typeof(Scene).Assembly).That();
        var inside = core.ResideInNamespaceMatching($@"^ZestyReel\.Core\.{room}(\.|$)");
        inside.GetTypes().ShouldNotBeEmpty();
        string[] later = [.. Rooms.SkipWhile(other => other != room).Skip(1).Select(other => $"ZestyReel.Core.{other}")];
        if (later.Length > 0) inside.ShouldNot().HaveDependencyOnAny(later).GetResult().FailingTypeNames.ShouldBeNull();
    }

    [Fact]
    public void Every_room_of_the_core_is_in_that_order() =>
        typeof(Scene).Assembly.GetTypes().Select(type => type.Namespace ?? "").Where(name => name.StartsWith("ZestyReel.Core.", StringComparison.Ordinal))
            .Select(name => name.Split('.')[2]).Distinct().ShouldBe(Rooms, ignoreOrder: true);

    [Fact]
    public void Store_and_formats_know_only_the_core()
    {
        Types.InAssembly(typeof(SceneStore).Assembly).ShouldNot().HaveDependencyOnAny("ZestyReel.Formats", "ZestyReel.Server", "Microsoft.AspNetCore")
            .GetResult().FailingTypeNames.ShouldBeNull();
        Types.InAssembly(typeof(SceneFileReader).Assembly).ShouldNot().HaveDependencyOnAny("ZestyReel.Store", "ZestyReel.Server", "Microsoft.AspNetCore")
            .GetResult().FailingTypeNames.ShouldBeNull();
    }
}
