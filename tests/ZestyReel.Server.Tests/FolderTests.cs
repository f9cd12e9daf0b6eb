using System.Net.Http.Json;
using System.Text;
using Microsoft.Data.Sqlite;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Server.Tests;

/// <summary>One folder, one server; copies of it; and what is said where it cannot be used.</summary>
public sealed class FolderTests : IDisposable
{
    private const string Quay = """{"format":"zesty-scene","version":2,"name":"Quay","rate":"25","range":[0,2],"objects":[]}""";

    private readonly string _folder = Directory.CreateTempSubdirectory("zesty-folder-").FullName;

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private string Data => Path.Combine(_folder, "data");

    private string DatabaseFile => Path.Combine(Data, "zesty.db");

    private string Put(string name, string text)
    {
        var path = Path.Combine(_folder, name);
        File.WriteAllText(path, text);
        return path;
    }

    private Task<(int Exit, string Output, string Errors)> Scene(params string[] args) => ServerProcess.Command(["scene", .. args, "--data", Data]);

    [Fact]
    public async Task A_second_server_says_who_has_the_folder_and_ends()
    {
        using var server = await ServerProcess.Start(Data);
        using var http = new HttpClient { BaseAddress = server.Address };
        (await http.PostAsJsonAsync("/api/scenes", new { name = "Bay" })).EnsureSuccessStatusCode();
        var (exit, output, errors) = await ServerProcess.Command("serve", "--port", "0", "--data", Data);
        (exit, output).ShouldBe((2, ""));
        errors.TrimEnd('\n').ShouldNotContain("\n");
        errors.ShouldContain($"in use by the server at {server.Address.ToString().TrimEnd('/')}");
        (await http.GetStringAsync("/api/scenes")).ShouldContain("Bay");
        // The lock dies with its process.
        server.Kill();
        using var next = await ServerProcess.Start(Data);
    }

    [Fact]
    public async Task Commands_go_through_the_server_that_has_the_folder()
    {
        var file = Put("quay.json", Quay);
        using var server = await ServerProcess.Start(Data);
        using var http = new HttpClient { BaseAddress = server.Address };
        (await Scene("import", file)).ShouldBe((0, "Quay\n", ""));
        (await http.GetStringAsync("/api/scenes")).ShouldContain("Quay");
        (await Scene("list")).Output.ShouldBe("Quay\t0-2\t25 fps\t0 objects\n");
        var exported = Path.Combine(_folder, "out.json");
        (await Scene("export", "Quay", exported)).ShouldBe((0, "", ""));
        File.ReadAllText(exported).ShouldContain("\"Quay\"");
        (await Scene("export", "Nowhere", exported)).Exit.ShouldBe(2);
        (await ServerProcess.Command("sample", "Quay", "--data", Data)).ShouldBe((0, "object,channel,frame,value\n", ""));
        (await Scene("import", Put("bad.json", Quay.Replace("25", "900")))).Errors.ShouldStartWith("rate:");
    }

    [Fact]
    public async Task A_copy_is_made_in_use_and_brought_back()
    {
        var copy = Path.Combine(_folder, "copy.db");
        using (var server = await ServerProcess.Start(Data))
        {
            using var http = new HttpClient { BaseAddress = server.Address };
            (await http.PostAsJsonAsync("/api/scenes", new { name = "Bay" })).EnsureSuccessStatusCode();
            (await ServerProcess.Command("backup", copy, "--data", Data)).ShouldBe((0, "", ""));
            (await ServerProcess.Command("backup", copy, "--data", Data)).Errors.ShouldContain("already");
            (await http.PostAsJsonAsync("/api/scenes", new { name = "Later" })).EnsureSuccessStatusCode();
            var (exit, _, errors) = await ServerProcess.Command("restore", copy, "--data", Data);
            exit.ShouldBe(2);
            errors.ShouldContain("in use");
        }
        var (restored, output, _) = await ServerProcess.Command("restore", copy, "--data", Data);
        restored.ShouldBe(0);
        (await Scene("list")).Output.ShouldBe("Bay\t1-120\t24 fps\t0 objects\n");
        // What was there is a database of its own, with what its log held.
        var aside = output.Trim().Split(' ')[^1];
        (await ServerProcess.Command("restore", aside, "--data", Data)).Exit.ShouldBe(0);
        (await Scene("list")).Output.ShouldContain("Later");
    }

    [Fact]
    public async Task What_is_no_copy_is_not_brought_back()
    {
        await Scene("import", Put("quay.json", Quay));
        var before = File.ReadAllBytes(DatabaseFile);
        foreach (var (name, bytes) in new[] { ("text", "harbour"u8.ToArray()), ("cut", before[..^(before.Length / 3)]), ("empty", []) })
        {
            File.WriteAllBytes(Path.Combine(_folder, name), bytes);
            var (exit, _, errors) = await ServerProcess.Command("restore", Path.Combine(_folder, name), "--data", Data);
            exit.ShouldBe(2, name);
            errors.ShouldContain("not a whole Zesty Reel database", customMessage: name);
        }
        (await Scene("list")).Output.ShouldStartWith("Quay");
        Directory.GetFiles(Data).Select(Path.GetFileName).ShouldNotContain(file => file!.Contains("restor"));
    }

    [Theory]
    [InlineData("this is no database, though it is long enough to be taken for one, at least by its first page")]
    [InlineData(null)]
    public async Task A_damaged_database_is_told_in_one_line(string? text)
    {
        Directory.CreateDirectory(Data);
        if (text is not null) File.WriteAllText(DatabaseFile, string.Concat(Enumerable.Repeat(text, 100)));
        else Directory.CreateDirectory(DatabaseFile);
        var (exit, _, errors) = await ServerProcess.Command("serve", "--port", "0", "--data", Data);
        exit.ShouldBe(2);
        errors.TrimEnd('\n').ShouldNotContain("\n");
        errors.ShouldContain(text is null ? "cannot be written" : "damaged");
    }

    [Fact]
    public async Task A_database_of_a_newer_program_is_left_alone()
    {
        await Scene("import", Put("quay.json", Quay));
        using (var connection = new SqliteConnection($"Data Source={DatabaseFile};Pooling=False"))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA user_version = 999";
            command.ExecuteNonQuery();
        }
        var before = File.ReadAllBytes(DatabaseFile);
        var (exit, _, errors) = await ServerProcess.Command("serve", "--port", "0", "--data", Data);
        exit.ShouldBe(2);
        errors.ShouldContain("newer Zesty Reel (version 999");
        File.ReadAllBytes(DatabaseFile).ShouldBe(before);
    }

    [Fact]
    public async Task A_database_of_an_older_program_is_copied_then_brought_up_to_date_with_all_its_history()
    {
        var older = Path.Combine(AppContext.BaseDirectory, "Older");
        Directory.CreateDirectory(Data);
        File.Copy(Path.Combine(older, "version-5.db"), DatabaseFile);
        using var server = await ServerProcess.Start(Data);
        using var http = new HttpClient { BaseAddress = server.Address };
        var id = (await RunningServer.Json(await http.GetAsync("/api/scenes")))[0].GetProperty("id").GetInt64();
        // The files beside it were written then, in the words of their time.
        string Expected(string name) => Encoding.UTF8.GetString(SceneFileWriter.Write(SceneFileReader.Read(File.ReadAllBytes(Path.Combine(older, name)))));
        var file = Expected("version-5.zesty.json");
        (await http.GetStringAsync($"/api/scenes/{id}/file")).ShouldBe(file);
        var scene = await RunningServer.Json(await http.GetAsync($"/api/scenes/{id}"));
        var (revision, position) = (scene.GetProperty("revision").GetInt64(), scene.GetProperty("position").GetInt32());
        position.ShouldBe(10);
        for (var n = 0; n < position; n++) (await http.PostAsJsonAsync($"/api/scenes/{id}/undo", new { revision = revision++ })).EnsureSuccessStatusCode();
        (await http.GetStringAsync($"/api/scenes/{id}/file")).ShouldBe(Expected("version-5-start.zesty.json"));
        for (var n = 0; n < position; n++) (await http.PostAsJsonAsync($"/api/scenes/{id}/redo", new { revision = revision++ })).EnsureSuccessStatusCode();
        (await http.GetStringAsync($"/api/scenes/{id}/file")).ShouldBe(file);
        (await http.GetStringAsync("/api/eases")).ShouldContain("Gull");
        (await http.GetStringAsync("/api/scenes/deleted")).ShouldContain("Thrown away");
        var copy = Directory.GetFiles(Data, "zesty-version-5-*.db").Single();
        using var connection = new SqliteConnection($"Data Source={copy};Pooling=False;Mode=ReadOnly");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT COUNT(*) FROM history";
        command.ExecuteScalar().ShouldBe(11L);
    }
}
