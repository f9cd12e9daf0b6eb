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
        Types.InAssembly(typeof(Scene).Assembly).ShouldNot().HaveDependencyOnAny(
                "ZestyReel.Formats", "ZestyReel.Store", "ZestyReel.Server", "Microsoft.AspNetCore", "Microsoft.Data", "Dapper", "MessagePack", "System.IO", "System.Net")
            .GetResult().FailingTypeNames.ShouldBeNull();

    [Fact]
    public void Store_and_formats_know_only_the_core()
    {
        Types.InAssembly(typeof(SceneStore).Assembly).ShouldNot().HaveDependencyOnAny("ZestyReel.Formats", "ZestyReel.Server", "Microsoft.AspNetCore")
            .GetResult().FailingTypeNames.ShouldBeNull();
        Types.InAssembly(typeof(SceneFileReader).Assembly).ShouldNot().HaveDependencyOnAny("ZestyReel.Store", "ZestyReel.Server", "Microsoft.AspNetCore")
            .GetResult().FailingTypeNames.ShouldBeNull();
    }
}
