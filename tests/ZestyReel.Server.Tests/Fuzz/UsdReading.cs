using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using ZestyReel.Core.Evaluation;

namespace ZestyReel.Server.Tests.Fuzz;

/// <summary>Reads where things are in a USD text at its first moment, by the text alone.</summary>
internal static partial class UsdReading
{
    /// <summary>By what each is called: its place in the world of the file, and what it is called in.</summary>
    public static Dictionary<string, (Transform World, string? Within)> Places(byte[] file)
    {
        var places = new Dictionary<string, (Transform, string?)>();
        // What is open, the innermost on top; without a name where it is no object.
        var open = new Stack<(string? Name, Transform World)>([(null, Transform.Identity)]);
        var (name, move, turn, sampled) = ((string?)null, Transform.Identity, Transform.Identity, "");
        foreach (var line in Encoding.UTF8.GetString(file).Split('\n').Select(line => line.Trim()))
        {
            if (line.StartsWith("def ", StringComparison.Ordinal)) name = null;
            else if (line.StartsWith("displayName = ", StringComparison.Ordinal)) name = line[15..^1].Replace("\\\"", "\"", StringComparison.Ordinal).Replace("\\\\", "\\", StringComparison.Ordinal);
            else if (line is "{") open.Push((name, open.Peek().World));
            else if (line is "}" && sampled.Length == 0) open.Pop();
            if (line is "}") sampled = "";
            var of = Attribute().Match(line) is { Success: true } told ? told.Groups[1].Value : sampled;
            if (line.EndsWith(".timeSamples = {", StringComparison.Ordinal)) sampled = of.Length > 0 ? of : "other";
            if (Numbers().Match(line) is not { Success: true } found || of is not ("translate" or "orient" or "scale")) continue;
            var n = found.Groups[1].Value.Split(", ").Select(word => double.Parse(word, CultureInfo.InvariantCulture)).ToArray();
            // Only the first of its samples.
            if (sampled.Length > 0) sampled = "other";
            if (of == "translate") move = Transform.Identity with { Px = n[0], Py = n[1], Pz = n[2] };
            else if (of == "orient") turn = new Quaternion(n[0], n[1], n[2], n[3]).AsTransform();
            else
            {
                var (called, around) = open.Pop();
                var world = around * move * turn * (Transform.Identity with { Xx = n[0], Yy = n[1], Zz = n[2] });
                places.Add(called!, (world, open.Peek().Name));
                open.Push((called, world));
            }
        }
        open.Count.ShouldBe(1);
        return places;
    }

    [GeneratedRegex("xformOp:(translate|orient|scale)(?:\\.timeSamples)? = ")]
    private static partial Regex Attribute();

    [GeneratedRegex("(?:= |: )\\(([^()]*)\\),?$")]
    private static partial Regex Numbers();
}
