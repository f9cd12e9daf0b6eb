using System.CommandLine;
using ZestyReel.Core;
using ZestyReel.Formats.Samples;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Server.Hosting;
using ZestyReel.Server.Recording;
using ZestyReel.Server.Scenes;
using ZestyReel.Store;

namespace ZestyReel.Server.Commands;

/// <summary>The command line: <c>demo</c>, <c>serve</c>, <c>scene</c>, <c>sample</c>, <c>check</c>, <c>export</c>, <c>import</c>, <c>backup</c>, <c>restore</c>, <c>tracker</c>.</summary>
internal static class CommandLine
{
    private const int Failed = 2, DefaultTracking = 5171;

    private static readonly Option<string> Data = new("--data")
    {
        Description = "Folder of the database and the reels.",
        DefaultValueFactory = _ => ServerOptions.DefaultDataFolder,
    };

    public static async Task<int> Run(string[] args)
    {
        var root = new RootCommand("Zesty Reel: timing for 3D animation.")
        {
            Serving("serve", "Starts the server.", demo: false),
            Serving("demo", "Starts the server with the Lantern Bay scene.", demo: true),
            SceneCommand(),
            SampleCommand(),
            CheckCommand.Made(Data, Guarded),
            ExportCommand.Made(Data, Guarded),
            ImportCommand.Made(Data, Guarded),
            BackupCommand(),
            RestoreCommand(),
            TrackerCommand(),
        };
        var parsed = root.Parse(args);
        if (parsed.Errors.Count == 0) return await parsed.InvokeAsync();
        foreach (var error in parsed.Errors) await Console.Error.WriteLineAsync(error.Message);
        return Failed;
    }

    private static Command Serving(string name, string description, bool demo)
    {
        var port = new Option<int>("--port") { Description = "Port to listen on; 0 takes any free one.", DefaultValueFactory = _ => 5170 };
        var address = new Option<string>("--address") { Description = "Address to listen on; others than this machine's own need a token.", DefaultValueFactory = _ => "127.0.0.1" };
        var token = new Option<string?>("--token") { Description = "What whoever comes in has to know; made up for an open server where neither this nor ZESTY_TOKEN gives one." };
        var host = new Option<string[]>("--host") { Description = "Name by which the server may be called; may be given several times." };
        var certificate = new Option<string?>("--certificate") { Description = "Certificate for HTTPS, PFX or PEM." };
        var key = new Option<string?>("--certificate-key") { Description = "The certificate's key, where it is in a PEM file of its own." };
        var tracking = new Option<int>("--tracking") { Description = "UDP port on which tracked devices are listened for; 0 takes any free one.", DefaultValueFactory = _ => DefaultTracking };
        var command = new Command(name, description) { port, address, token, host, certificate, key, tracking, Data };
        command.SetAction((parsed, stop) => Guarded(() => Serve.Run(
            new ServerOptions(parsed.GetValue(Data)!, parsed.GetValue(address)!, parsed.GetValue(port), Serve.WebFolder)
            {
                Token = Checked(parsed.GetValue(token) ?? Environment.GetEnvironmentVariable("ZESTY_TOKEN")),
                Hosts = parsed.GetValue(host) ?? [],
                TrackingPort = parsed.GetValue(tracking),
                Certificate = parsed.GetValue(certificate),
                CertificateKey = parsed.GetValue(key),
            }, demo, stop)));
        return command;
    }

    private static string? Checked(string? token)
    {
        if (string.IsNullOrEmpty(token)) return null;
        return token.Length is >= 8 and <= 200 ? token : throw new Refusal("token", "A token has 8 to 200 characters; or leave it out, and one is made.");
    }

    private static Command SceneCommand()
    {
        var file = new Argument<string>("FILE") { Description = "A scene file, or a package of one with the files that it needs." };
        var scene = new Argument<string>("SCENE") { Description = "A kept scene's name." };

        var list = new Command("list", "Lists the kept scenes.") { Data };
        list.SetAction(parsed => Guarded(() =>
        {
            if (!Library.IsThere(parsed.GetValue(Data)!)) return;
            using var library = Library.Of(parsed.GetValue(Data)!);
            foreach (var card in library.List())
                Console.WriteLine($"{card.Name}\t{card.FirstFrame}-{card.LastFrame}\t{card.Rate} fps\t{card.Objects} objects");
        }));
        var import = new Command("import", "Keeps the scene of a file.") { file, Data };
        import.SetAction(parsed => Guarded(() =>
        {
            using var bytes = SceneSource.Open(parsed.GetValue(file)!);
            // A faulty file is refused before anybody waits for the folder.
            BroughtScene.Read(bytes).Dispose();
            bytes.Position = 0;
            using var library = Library.Of(parsed.GetValue(Data)!);
            ImportCommand.Say(library.Import(bytes));
        }));
        var export = new Command("export", "Writes a kept scene to a file.") { scene, file, Data };
        export.SetAction(parsed => Guarded(() =>
        {
            using var kept = SceneSource.Kept(parsed.GetValue(scene)!, parsed.GetValue(Data)!);
            using var into = File.Create(parsed.GetValue(file)!);
            kept.CopyTo(into);
        }));
        var check = new Command("check", "Looks for faults in a file.") { file };
        check.SetAction(parsed => Guarded(() =>
        {
            using var bytes = SceneSource.Open(parsed.GetValue(file)!);
            using var brought = BroughtScene.Read(bytes);
            foreach (var asset in brought.Scene.Assets().Keys) brought.Asset?.Invoke(asset);
        }));

        return new Command("scene", "Works on kept scenes and scene files.") { list, import, export, check };
    }

    private static Command SampleCommand()
    {
        var source = new Argument<string>("FILE-OR-SCENE") { Description = "A scene file's path, or a kept scene's name." };
        var objects = new Option<string[]>("--object") { Description = "Only this object; may be given several times." };
        var channels = new Option<string[]>("--channel") { Description = "Only this channel; may be given several times." };
        var from = new Option<decimal?>("--from") { Description = "First frame; the scene's when left out." };
        var to = new Option<decimal?>("--to") { Description = "Last frame; the scene's when left out." };
        var step = new Option<decimal>("--step") { Description = "Frames from row to row.", DefaultValueFactory = _ => 1 };
        var world = new Option<bool>("--world") { Description = "Position, rotation and scale in the world." };
        var points = new Option<bool>("--points") { Description = "The vertices of shapes, bent by deformers; those of groups count with --world only." };
        var command = new Command("sample", "Prints evaluated motion as CSV.") { source, objects, channels, from, to, step, world, points, Data };
        command.SetAction(parsed => Guarded(() =>
        {
            using var brought = SceneSource.Brought(parsed.GetValue(source)!, parsed.GetValue(Data)!);
            using var output = new StreamWriter(Console.OpenStandardOutput(), bufferSize: 1 << 16);
            SampleCsv.Write(output, brought.Scene, new SampleQuery(
                parsed.GetValue(objects) ?? [], parsed.GetValue(channels) ?? [],
                parsed.GetValue(from), parsed.GetValue(to), parsed.GetValue(step), parsed.GetValue(world), parsed.GetValue(points)));
        }));
        return command;
    }

    private static Command BackupCommand()
    {
        var file = new Argument<string>("FILE") { Description = "The new file; it must not be there yet." };
        var command = new Command("backup", "Copies everything that is kept to a file, also while a server runs.") { file, Data };
        command.SetAction(parsed => Guarded(() =>
        {
            var missing = Backups.Make(parsed.GetValue(Data)!, parsed.GetValue(file)!);
            if (missing > 0) Console.Error.WriteLine($"Files that scenes need are missing or damaged, {missing} of them; the copy has everything else.");
        }));
        return command;
    }

    private static Command RestoreCommand()
    {
        var file = new Argument<string>("FILE") { Description = "A file that backup made." };
        var command = new Command("restore", "Puts a copy in the place of what is kept; that is laid aside in the same folder.") { file, Data };
        command.SetAction(parsed => Guarded(() =>
        {
            var folder = parsed.GetValue(Data)!;
            using var held = FolderLock.Take(folder, "a command that restores a copy");
            if (Backups.Restore(parsed.GetValue(file)!, folder) is { } aside) Console.WriteLine($"What was there is in {aside}");
        }));
        return command;
    }

    private static Command TrackerCommand()
    {
        var port = new Option<int>("--port") { Description = "UDP port that it is sent to.", DefaultValueFactory = _ => DefaultTracking };
        var name = new Option<string>("--name") { Description = "What the device calls itself.", DefaultValueFactory = _ => "wand" };
        var rate = new Option<double>("--rate") { Description = "Poses a second.", DefaultValueFactory = _ => 120 };
        var noise = new Option<double>("--noise") { Description = "How far it is off at most, in metres.", DefaultValueFactory = _ => 0.002 };
        var lost = new Option<double>("--lost") { Description = "The share of poses that get lost.", DefaultValueFactory = _ => 0.01 };
        var late = new Option<double>("--late") { Description = "The share of poses that come late.", DefaultValueFactory = _ => 0.01 };
        var drop = new Option<double>("--drop") { Description = "Every so many seconds nothing comes for half of one; 0 for never.", DefaultValueFactory = _ => 7 };
        var seconds = new Option<double>("--seconds") { Description = "How long it goes on; for ever when left out.", DefaultValueFactory = _ => double.PositiveInfinity };
        var command = new Command("tracker", "Sends the poses of a device that is not there, as a real one would.") { port, name, rate, noise, lost, late, drop, seconds };
        command.SetAction((parsed, stop) => Guarded(() => new StandInTracker(parsed.GetValue(name)!, parsed.GetValue(rate), parsed.GetValue(noise), parsed.GetValue(lost), parsed.GetValue(late), parsed.GetValue(drop))
            .Run(parsed.GetValue(port), parsed.GetValue(seconds), stop)));
        return command;
    }

    private static int Guarded(Action action) => Guarded(() =>
    {
        action();
        return Task.CompletedTask;
    }).GetAwaiter().GetResult();

    private static async Task<int> Guarded(Func<Task> action)
    {
        try
        {
            await action();
            return 0;
        }
        catch (SceneFileException wrong)
        {
            foreach (var fault in wrong.Faults) await Console.Error.WriteLineAsync(fault.ToString());
        }
        catch (Exception wrong) when (wrong is Refusal or StoreTrouble or IOException or UnauthorizedAccessException or System.Net.Sockets.SocketException)
        {
            await Console.Error.WriteLineAsync(wrong.Message);
        }
        return Failed;
    }
}
