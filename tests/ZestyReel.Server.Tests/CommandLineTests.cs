namespace ZestyReel.Server.Tests;

public sealed class CommandLineTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-commands-").FullName;

    public void Dispose() => Directory.Delete(_folder, recursive: true);

    private string Put(string name, string text)
    {
        var path = Path.Combine(_folder, name);
        File.WriteAllText(path, text);
        return path;
    }

    private const string Good = """
        {"format":"zesty-scene","version":2,"name":"Quay","rate":"25","range":[0,2],"objects":[{"name":"Gull","kind":"sphere","channels":{"position.y":{"value":1.5}}}]}
        """;

    [Fact]
    public async Task Scenes_go_in_and_out()
    {
        var file = Put("quay.zesty.json", Good);
        (await ServerProcess.Command("scene", "import", file, "--data", _folder)).ShouldBe((0, "Quay\n", ""));
        (await ServerProcess.Command("scene", "import", file, "--data", _folder)).Output.ShouldBe("Quay 2\n");
        (await ServerProcess.Command("scene", "list", "--data", _folder)).Output.ShouldContain("Quay\t0-2\t25 fps\t1 objects");
        var outFile = Path.Combine(_folder, "out.json");
        (await ServerProcess.Command("scene", "export", "Quay", outFile, "--data", _folder)).ShouldBe((0, "", ""));
        (await ServerProcess.Command("scene", "check", outFile)).ShouldBe((0, "", ""));
        var fromFile = await ServerProcess.Command("sample", outFile, "--channel", "position.y");
        fromFile.ShouldBe((0, "object,channel,frame,value\nGull,position.y,0,1.5\nGull,position.y,1,1.5\nGull,position.y,2,1.5\n", ""));
        (await ServerProcess.Command("sample", "Quay", "--channel", "position.y", "--data", _folder)).Output.ShouldBe(fromFile.Output);
    }

    [Fact]
    public async Task Faults_come_one_to_a_line()
    {
        var (exit, output, errors) = await ServerProcess.Command("scene", "check", Put("bad.json", Good.Replace("25", "900").Replace("[0,2]", "[2,0]")));
        (exit, output).ShouldBe((2, ""));
        errors.TrimEnd('\n').Split('\n').Select(line => line.Split(':')[0]).ShouldBe(["rate", "range"]);
    }

    [Theory]
    [InlineData("sample", "no such scene")]
    [InlineData("scene", "check", "nowhere.json")]
    [InlineData("scene", "explode")]
    [InlineData("sample")]
    public async Task What_is_not_there_is_said_and_ends_with_2(params string[] args)
    {
        var (exit, output, errors) = await ServerProcess.Command([.. args]);
        exit.ShouldBe(2);
        output.ShouldBe("");
        errors.ShouldNotBeEmpty();
    }
}
