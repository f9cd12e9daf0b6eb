using System.Text;
using System.Text.Json.Nodes;

namespace ZestyReel.Server.Tests.Fuzz;

/// <summary>Spoils texts: as a tree, so that what is wrong lies deep, or as bytes.</summary>
internal sealed class Spoiling(Random random)
{
    /// <summary>A JSON text with a few parts taken out, doubled or put in place of others.</summary>
    public string Tree(string json)
    {
        var root = JsonNode.Parse(json)!;
        for (var n = random.Next(1, 4); n > 0; n--)
        {
            var all = Inside(root).ToList();
            if (all.Count == 0) break;
            Spoil(all[random.Next(all.Count)]);
        }
        return root.ToJsonString();
    }

    /// <summary>Bytes with a few flipped, cut, put in or doubled.</summary>
    public byte[] Bytes(byte[] bytes)
    {
        var spoiled = bytes.ToList();
        for (var n = random.Next(1, 6); n > 0 && spoiled.Count > 4; n--)
        {
            var at = random.Next(spoiled.Count);
            var count = Math.Min(random.Next(1, 40), spoiled.Count - at);
            switch (random.Next(5))
            {
                case 0: spoiled[at] = (byte)random.Next(256); break;
                case 1: spoiled.RemoveRange(at, count); break;
                case 2: spoiled.InsertRange(at, spoiled.GetRange(at, count)); break;
                case 3: spoiled.InsertRange(at, Encoding.UTF8.GetBytes(Junk()?.ToJsonString() ?? "null")); break;
                default: spoiled[at] = (byte)"{}[]\",:0-\\"[random.Next(10)]; break;
            }
        }
        return [.. spoiled];
    }

    private static IEnumerable<JsonNode> Inside(JsonNode node)
    {
        IEnumerable<JsonNode?> parts = node switch { JsonObject fields => fields.Select(field => field.Value), JsonArray list => list, _ => [] };
        foreach (var part in parts.OfType<JsonNode>())
        {
            yield return part;
            foreach (var inner in Inside(part)) yield return inner;
        }
    }

    private void Spoil(JsonNode node)
    {
        if (node.Parent is JsonArray list)
        {
            var at = list.IndexOf(node);
            if (random.Next(3) == 0) list.RemoveAt(at);
            else if (random.Next(2) == 0) list.Insert(at, node.DeepClone());
            else list[at] = Junk();
        }
        else if (node.Parent is JsonObject fields)
        {
            var name = node.GetPropertyName();
            if (random.Next(3) == 0) fields.Remove(name);
            else if (random.Next(4) == 0) fields[name + "s"] = node.DeepClone();
            else fields[name] = Junk();
        }
    }

    private JsonNode? Junk() => random.Next(14) switch
    {
        0 => null,
        1 => -1,
        2 => long.MaxValue,
        3 => 1e308,
        4 => 0.1 + 0.2,
        5 => "",
        6 => new string('ä', 3_000),
        7 => "\u0000\u202e</script>",
        8 => new JsonArray(),
        9 => new JsonObject { ["edit"] = "addObject" },
        10 => true,
        11 => new JsonArray(null, 1, "x"),
        12 => "linear(" + new string(' ', 2_000),
        _ => long.MinValue,
    };
}
