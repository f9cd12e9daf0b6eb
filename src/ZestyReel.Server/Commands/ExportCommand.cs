using System.CommandLine;
using System.Globalization;
using ZestyReel.Core;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Server.Commands;

/// <summary>The command <c>export</c>: a scene, or some of it, in an open format.</summary>
internal static class ExportCommand
{
    /// <param name="data">The option that says where scenes are kept.</param>
    /// <param name="guarded">Runs what may be refused.</param>
    public static Command Made(Option<string> data, Func<Func<Task>, Task<int>> guarded)
    {
        var source = new Argument<string>("FILE-OR-SCENE") { Description = "A scene file's path, or a kept scene's name." };
        var file = new Argument<string>("OUT") { Description = $"The file to write; its ending says the format: {string.Join(", ", OutgoingFormats.All.Select(format => format.Ending))}." };
        var objects = new Option<string[]>("--object") { Description = "Only this object and what hangs below it; may be given several times." };
        var part = new Option<string>("--part") { Description = "everything, cameras-and-lights, or motion (without shapes).", DefaultValueFactory = _ => "everything" }.Among("everything", "cameras-and-lights", "motion");
        var from = new Option<decimal?>("--from") { Description = "First frame; the work range's when left out." };
        var to = new Option<decimal?>("--to") { Description = "Last frame at most; the work range's when left out." };
        var step = new Option<decimal>("--step") { Description = "Frames from one sample to the next, 0.1 to 1,000.", DefaultValueFactory = _ => 1 };
        var rate = new Option<string?>("--rate") { Description = "Samples a second, instead of a step." };
        var local = new Option<bool>("--local") { Description = "Inside what each object hangs in, rather than in the world." };
        var unit = new Option<double>("--unit") { Description = "How many lengths of the file go on a length of the scene.", DefaultValueFactory = _ => 1 };
        var up = new Option<string>("--up") { Description = "Which axis is up in the file: y or z.", DefaultValueFactory = _ => "y" }.Among("y", "z");
        var camera = new Option<string?>("--camera") { Description = "The camera whose picture it is, where the format is flat; from the front when left out." };
        var history = new Option<bool>("--history") { Description = "With what was done to the scene, where OUT is a package." };
        var command = new Command("export", "Writes a scene, or some of it, in an open format.") { source, file, objects, part, from, to, step, rate, local, unit, up, camera, history, data };
        command.SetAction((parsed, stop) => guarded(() =>
        {
            var path = parsed.GetValue(file)!;
            var format = OutgoingFormats.For(path);
            if (parsed.GetValue(history) && !format.Uses.HasFlag(OutgoingUses.History)) throw new Refusal("history", "only a package has room for what was done to the scene");
            using var brought = SceneSource.Brought(parsed.GetValue(source)!, parsed.GetValue(data)!, parsed.GetValue(history));
            var scene = brought.Scene;
            var going = format.Going(scene, new(parsed.GetValue(objects) ?? [], PartOf(parsed.GetValue(part)!), parsed.GetValue(from), parsed.GetValue(to), parsed.GetValue(step),
                parsed.GetValue(rate) is { } own ? FrameRate.Typed(own) : null, !parsed.GetValue(local), parsed.GetValue(unit), parsed.GetValue(up) == "z" ? UpAxis.Z : UpAxis.Y, parsed.GetValue(camera), parsed.GetValue(history)), brought.Files);
            Write(going, format, path, stop);
            foreach (var loss in format.Losses(going)) Console.Error.WriteLine(Line(loss));
            if (format.Uses.HasFlag(OutgoingUses.Samples)) Console.Error.WriteLine(Line(LargestError.Of(going, stop)));
            return Task.CompletedTask;
        }));
        return command;
    }

    private static Option<string> Among(this Option<string> option, params string[] words)
    {
        option.AcceptOnlyFromAmong(words);
        return option;
    }

    // Whoever has a file of that name keeps it until the new one is whole.
    private static void Write(OutgoingScene going, IOutgoingFormat format, string path, CancellationToken stop)
    {
        var unfinished = $"{path}.{Guid.NewGuid():N}";
        try
        {
            using (var into = File.Create(unfinished)) format.Write(going, into, _ => { }, stop);
            File.Move(unfinished, path, overwrite: true);
        }
        finally
        {
            File.Delete(unfinished);
        }
    }

    private static OutgoingPart PartOf(string word) => word switch { "everything" => OutgoingPart.Everything, "motion" => OutgoingPart.Motion, _ => OutgoingPart.CamerasAndLights };

    private static string Line(LargestError error) => string.Create(CultureInfo.InvariantCulture,
        $"Between samples, straight ways are at most {error.Length:0.######} off{Where(error.LengthOf, error.LengthAt)} and {error.Degrees:0.####}°{Where(error.DegreesOf, error.DegreesAt)}.");

    private static string Where(string? name, string frame) => name is null ? "" : $" ({Names.Shown(name)}, after frame {frame})";

    /// <summary>What is lost, in a line.</summary>
    public static string Line(Loss loss) => $"{loss.What}{(loss.Of.Count == 0 ? "" : $" ({string.Join(", ", loss.Of.Take(5).Select(Names.Shown))}{(loss.Of.Count > 5 ? $" and {loss.Of.Count - 5} more" : "")})")} {loss.Why}.";
}
