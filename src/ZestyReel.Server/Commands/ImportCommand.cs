using System.Collections.Immutable;
using System.CommandLine;
using System.Text;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Incoming;
using ZestyReel.Formats.Outgoing;
using ZestyReel.Formats.SceneFiles;
using ZestyReel.Formats.Tables;
using ZestyReel.Server.Incoming;
using ZestyReel.Server.Scenes;

namespace ZestyReel.Server.Commands;

/// <summary>The command <c>import</c>: files in open formats as kept scenes, or into one.</summary>
internal static class ImportCommand
{
    /// <param name="data">The option that says where scenes are kept.</param>
    /// <param name="guarded">Runs what may be refused.</param>
    public static Command Made(Option<string> data, Func<Func<Task>, Task<int>> guarded)
    {
        var files = new Argument<string[]>("FILE") { Description = $"The files; their endings say the formats: {string.Join(", ", IncomingFormats.All.SelectMany(format => format.Endings))}, and with --into .csv. What they need is looked for beside them.", Arity = ArgumentArity.OneOrMore };
        var into = new Option<string?>("--into") { Description = "The kept scene that they come into; each becomes a scene of its own when left out." };
        var objects = new Option<string[]>("--object") { Description = "Only this object, with what it hangs below; may be given several times." };
        var at = new Option<decimal?>("--at") { Description = "With --into: the frame on which the first one comes to stand; the scene's first when left out." };
        var keep = new Option<RateKeep>("--keep") { Description = "With --into: clock keeps seconds where the rates differ, frames keeps frames.", DefaultValueFactory = _ => RateKeep.Clock };
        var grow = new Option<bool>("--grow") { Description = "With --into: the scene range reaches to the last key." };
        var unit = new Option<double>("--unit") { Description = "Scene lengths for one length of the file.", DefaultValueFactory = _ => 1 };
        var up = new Option<string>("--up") { Description = "Which axis is up in the file, where its format does not say: y or z.", DefaultValueFactory = _ => "y" };
        up.AcceptOnlyFromAmong("y", "z");
        var animation = new Option<int>("--animation") { Description = "Which animation of the file, from 1.", DefaultValueFactory = _ => 1 };
        var rate = new Option<string?>("--rate") { Description = "The frames that seconds are counted in; what fits the keys when left out." };
        var command = new Command("import", "Brings files in open formats in, as kept scenes or into one.") { files, into, objects, at, keep, grow, unit, up, animation, rate, data };
        command.SetAction((parsed, stop) => guarded(() =>
        {
            var choice = new IncomingChoice(parsed.GetValue(unit), parsed.GetValue(up) == "z" ? UpAxis.Z : UpAxis.Y, parsed.GetValue(animation) - 1, parsed.GetValue(rate) is { } own ? FrameRate.Typed(own) : null).Checked();
            var target = parsed.GetValue(into);
            // All are read before anything is kept: a faulty one is refused with nothing half done.
            var tables = parsed.GetValue(files)!.Where(IsTable).Select(path => Table(path, target)).ToList();
            var read = parsed.GetValue(files)!.Where(path => !IsBeside(path) && !IsTable(path)).Select(path => Chosen(Read(path, choice, stop), parsed.GetValue(objects) ?? [])).ToList();
            if (read.Count + tables.Count == 0) throw new Refusal("file", $"Files that end in {string.Join(", ", IncomingFormats.All.SelectMany(format => format.Endings))} come in.");
            using var library = Library.Of(parsed.GetValue(data)!);
            foreach (var (scene, notes) in read)
            {
                using var package = new MemoryStream();
                if (target is null && scene.WithHistory is { } whole) package.Write(whole);
                else Write(scene, package, stop);
                package.Position = 0;
                foreach (var note in notes) Console.Error.WriteLine(ExportCommand.Line(note));
                if (target is not { } name) Say(library.Import(package));
                else
                {
                    if (scene.StaysBehind.Count > 0) Console.Error.WriteLine($"Stays behind: {string.Join(", ", scene.StaysBehind)}.");
                    Console.WriteLine(library.Bring(name, package, parsed.GetValue(at), parsed.GetValue(keep), parsed.GetValue(grow)));
                }
            }
            foreach (var table in tables)
            {
                var (title, left) = library.Bring(target!, table, parsed.GetValue(at), parsed.GetValue(grow));
                if (left.Count > 0) Console.Error.WriteLine($"Columns without an object or a channel of that name stay behind: {string.Join(", ", left.Take(10).Select(Names.Shown))}{(left.Count > 10 ? $" and {left.Count - 10} more" : "")}.");
                Console.WriteLine(title);
            }
            return Task.CompletedTask;
        }));
        return command;
    }

    /// <summary>Says what a scene that came in is called, and what became of its history.</summary>
    public static void Say(KeptArrival kept)
    {
        if (kept.HistoryBehind is { } why) Console.Error.WriteLine($"Its history stayed behind: {why}.");
        Console.WriteLine(kept.Name);
    }

    private static bool IsTable(string path) => System.IO.Path.GetExtension(path).ToLowerInvariant() is ".csv" or ".tsv";

    /// <exception cref="Refusal">It is no table, or there is nothing that it could go to.</exception>
    private static Table Table(string path, string? into)
    {
        if (into is null) throw new Refusal("into", $"{path}: a table moves objects that are there; say with --into in which scene.");
        try
        {
            return TableReader.Read(Encoding.UTF8.GetString(Bytes(path) ?? throw new Refusal("file", "there is no such file")).TrimStart('\uFEFF'));
        }
        catch (Refusal wrong)
        {
            throw new Refusal("file", $"{path}: {(wrong.Place.StartsWith("line ", StringComparison.Ordinal) ? $"{wrong.Place}: " : "")}{wrong.Reason}");
        }
    }

    // Data and looks of others: they are read with those.
    private static bool IsBeside(string path) => System.IO.Path.GetExtension(path).ToLowerInvariant() is ".bin" or ".mtl";

    private static IncomingScene Read(string path, IncomingChoice choice, CancellationToken stop)
    {
        var format = IncomingFormats.For(path) ?? throw new Refusal("file", $"{path}: files that end in {string.Join(", ", IncomingFormats.All.SelectMany(each => each.Endings))} come in.");
        var bytes = Bytes(path) ?? throw new Refusal("file", $"{path}: there is no such file.");
        try
        {
            return format.Read(new(System.IO.Path.GetFileName(path), bytes), name => Bytes(System.IO.Path.Combine(System.IO.Path.GetDirectoryName(path) ?? "", System.IO.Path.GetFileName(name))), choice, stop);
        }
        catch (Refusal wrong)
        {
            throw new Refusal(wrong.Place, $"{path}: {wrong.Reason}");
        }
    }

    private static byte[]? Bytes(string path)
    {
        if (!File.Exists(path)) return null;
        return new FileInfo(path).Length <= IncomingFormats.MostBytes ? File.ReadAllBytes(path) : throw new Refusal("file", $"{path}: it is larger than {IncomingFormats.MostBytes / 1_000_000} MB, the most that is taken.");
    }

    private static (IncomingScene Scene, IReadOnlyList<Loss> Notes) Chosen(IncomingScene read, string[] names)
    {
        ImmutableArray<ObjectId> wanted = [.. names.Select(name => (read.Scene.Find(name) ?? throw new Refusal("object", $"There is no object called \"{Names.Shown(name)}\" in it.")).Id)];
        return (wanted.IsEmpty ? read : read with { Scene = IncomingKeeping.Whole(read.Scene, wanted), WithHistory = null }, read.Notes);
    }

    private static void Write(IncomingScene read, Stream into, CancellationToken stop)
    {
        if (read.Scene.Assets().Count > 0) ScenePackage.Write(into, read.Scene, asset => read.Assets[asset], stop: stop);
        else into.Write(SceneFileWriter.Write(read.Scene));
    }
}
