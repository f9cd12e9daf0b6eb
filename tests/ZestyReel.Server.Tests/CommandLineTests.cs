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

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task Files_come_into_a_kept_scene_alone_as_through_a_server(bool withServer)
    {
        var quay = Put("quay.zesty.json", Good);
        (await ServerProcess.Command("scene", "import", quay, "--data", _folder)).Exit.ShouldBe(0);
        using var server = withServer ? await ServerProcess.Start(_folder, "--tracking", "0") : null;
        var deck = Put("deck.obj", "mtllib deck.mtl\nusemtl planks\nv 0 0 0\nv 2 0 0\nv 0 0 2\nf 3 2 1\n");
        Put("deck.mtl", "newmtl planks\nKd 1 0 0\n");
        var moves = Put("moves.csv", "frame,Gull position.y\n0,1\n2,3\n");
        Task<(int Exit, string Output, string Errors)> Import(params string[] args) => ServerProcess.Command(["import", .. args, "--data", _folder]);
        (await Import(deck, quay, moves, "--into", "Quay", "--at", "0")).ShouldBe((0, "Bring in deck\nBring in Quay\nBring in a table of one channel\n", ""));
        (await Import(deck)).ShouldBe((0, "deck\n", ""));
        // Nothing is half done where the second of two is damaged.
        (await Import(deck, Put("bad.glb", "nothing"), "--into", "Quay")).Exit.ShouldBe(2);
        (await Import(deck, "--into", "Nowhere")).ShouldBe((2, "", "into: There is no kept scene called \"Nowhere\".\n"));
        (await ServerProcess.Command("scene", "list", "--data", _folder)).Output.ShouldBe("deck\t1-120\t24 fps\t1 objects\nQuay\t0-2\t25 fps\t3 objects\n");
        (await ServerProcess.Command("sample", "Quay", "--channel", "position.y", "--from", "0", "--to", "2", "--data", _folder)).Output.Split('\n').Skip(1).ShouldBe(
            ["Gull,position.y,0,1", "Gull,position.y,1,2", "Gull,position.y,2,3", "deck,position.y,0,0", "deck,position.y,1,0", "deck,position.y,2,0", "Gull 2,position.y,0,1.5", "Gull 2,position.y,1,1.5", "Gull 2,position.y,2,1.5", ""]);
        (await ServerProcess.Command("sample", "Quay", "--points", "--object", "deck", "--from", "1", "--to", "1", "--data", _folder)).Output.ShouldBe("object,frame,vertex,x,y,z,opacity\ndeck,1,0,0,0,2,1\ndeck,1,1,2,0,0,1\ndeck,1,2,0,0,0,1\n");
    }

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public async Task A_package_has_its_history_where_that_is_wanted(bool withServer)
    {
        (await ServerProcess.Command("scene", "import", Put("quay.zesty.json", Good), "--data", _folder)).Exit.ShouldBe(0);
        (await ServerProcess.Command("import", Put("deck.obj", "v 0 0 0\nv 2 0 0\nv 0 0 2\nf 3 2 1\n"), "--into", "Quay", "--data", _folder)).Exit.ShouldBe(0);
        using var server = withServer ? await ServerProcess.Start(_folder, "--tracking", "0") : null;
        var (package, again) = (Path.Combine(_folder, "quay.zesty"), Path.Combine(_folder, "again.zesty"));
        (await ServerProcess.Command("export", "Quay", package, "--history", "--data", _folder)).ShouldBe((0, "", ""));
        (await ServerProcess.Command("export", package, again, "--history", "--data", _folder)).ShouldBe((0, "", ""));
        Packages.Part(again, "history.msgpack").ShouldBe(Packages.Part(package, "history.msgpack"));
        (await ServerProcess.Command("import", again, "--data", _folder)).ShouldBe((0, "Quay 2\n", ""));
        var copy = Path.Combine(_folder, "copy.zesty");
        (await ServerProcess.Command("export", "Quay 2", copy, "--history", "--data", _folder)).ShouldBe((0, "", ""));
        Packages.Parts(Packages.Part(copy, "history.msgpack")).Count.ShouldBe(2);
        await File.WriteAllBytesAsync(copy, Packages.With(await File.ReadAllBytesAsync(copy), "history.msgpack", [1, 2, 3]));
        (await ServerProcess.Command("scene", "import", copy, "--data", _folder)).ShouldBe((0, "Quay 3\n", "Its history stayed behind: it is damaged.\n"));
        // What has no history has none to give.
        (await ServerProcess.Command("export", Put("quay.zesty.json", Good), package, "--history")).ShouldBe((2, "", "history: nobody knows what was done to this scene; take a kept one, or a package that has its history\n"));
        (await ServerProcess.Command("export", "Quay", Path.Combine(_folder, "quay.glb"), "--history", "--data", _folder)).Exit.ShouldBe(2);
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
