using System.Runtime.CompilerServices;

namespace ZestyReel.Server.Tests;

/// <summary>The pages' types of the live messages are those of the server.</summary>
public class MessageTypesTests
{
    private static string File([CallerFilePath] string here = "") => Path.Combine(Path.GetDirectoryName(here)!, "..", "..", "web", "src", "api", "messages.ts");

    [Fact]
    public void The_pages_know_the_messages_as_they_are()
    {
        var types = MessageTypes.TypeScript();
        if (Environment.GetEnvironmentVariable("ZESTY_WRITE_TYPES") is not null) System.IO.File.WriteAllText(File(), types);
        types.ShouldBe(System.IO.File.ReadAllText(File()), "run ./zesty types");
        types.ShouldContain("samples: Uint8Array");
        types.ShouldContain("range: [number, number]");
        types.ShouldContain("export const interpolations = ['hold', 'linear', 'smooth', 'clamped', 'flat', 'free'] as const");
    }
}
