using System.Text.Json;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>A JSON value, where it stands, and where to note what is wrong with it.</summary>
internal readonly record struct Node(JsonElement Element, string Place, List<SceneFileFault> Faults)
{
    /// <summary>Faults noted before reading gives up.</summary>
    public const int MostFaults = 100;

    public void Fault(string reason) => FaultAt(Place, reason);

    /// <summary>The members of an object, all of which must be known and the required ones there.</summary>
    public Dictionary<string, Node>? Fields(string[] required, string[] optional)
    {
        if (Element.ValueKind != JsonValueKind.Object)
        {
            Wrong("an object");
            return null;
        }
        var fields = new Dictionary<string, Node>();
        foreach (var member in Element.EnumerateObject())
        {
            if (Array.IndexOf(required, member.Name) < 0 && Array.IndexOf(optional, member.Name) < 0)
                FaultAt(Inner(member.Name), "there is no such field");
            else fields[member.Name] = this with { Element = member.Value, Place = Inner(member.Name) };
        }
        foreach (var name in required)
            if (!fields.ContainsKey(name)) FaultAt(Inner(name), "the field is missing");
        return fields;
    }

    /// <summary>The members of an object whose names are free.</summary>
    public IEnumerable<(string Name, Node Value)> Members()
    {
        if (Element.ValueKind != JsonValueKind.Object)
        {
            Wrong("an object");
            yield break;
        }
        foreach (var member in Element.EnumerateObject())
            yield return (member.Name, this with { Element = member.Value, Place = Inner(member.Name) });
    }

    public List<Node> Items()
    {
        var items = new List<Node>();
        if (Element.ValueKind != JsonValueKind.Array) Wrong("a list");
        else
            foreach (var item in Element.EnumerateArray())
                items.Add(this with { Element = item, Place = $"{Place}[{items.Count}]" });
        return items;
    }

    public string? Text()
    {
        if (Element.ValueKind != JsonValueKind.String)
        {
            Wrong("text");
            return null;
        }
        try
        {
            return Element.GetString();
        }
        catch (InvalidOperationException)
        {
            // Bytes that are no UTF-8, or one half of a character.
            Fault("the text is not Unicode; save the file as UTF-8");
            return null;
        }
    }

    public double? Number()
    {
        if (Element.ValueKind != JsonValueKind.Number) Wrong("a number");
        else if (Element.TryGetDouble(out var value) && double.IsFinite(value)) return value;
        else Fault("the number is not finite");
        return null;
    }

    public decimal? Decimal()
    {
        if (Element.ValueKind != JsonValueKind.Number) Wrong("a number");
        else if (Element.TryGetDecimal(out var value)) return value;
        else Fault("the number is out of reach");
        return null;
    }

    public long? Whole()
    {
        if (Element.ValueKind == JsonValueKind.Number && Element.TryGetInt64(out var value)) return value;
        Wrong("a whole number");
        return null;
    }

    public bool? Truth()
    {
        if (Element.ValueKind is JsonValueKind.True or JsonValueKind.False) return Element.GetBoolean();
        Wrong("true or false");
        return null;
    }

    public T? Word<T>() where T : struct, Enum
    {
        if (Text() is not { } text) return null;
        if (FileWords.TryRead<T>(text, out var value)) return value;
        Fault($"\"{Names.Shown(text)}\" is not one of: {FileWords.All<T>()}");
        return null;
    }

    /// <summary>What the core makes of the value, its refusal noted here.</summary>
    public T? Guarded<T>(Func<T> make)
    {
        try
        {
            return make();
        }
        catch (Refusal refusal)
        {
            // The core names places below its own argument, such as keys[2].value.
            var inner = refusal.Place.IndexOf('[') is var at and >= 0 && refusal.Place.StartsWith("keys", StringComparison.Ordinal)
                ? refusal.Place[at..]
                : "";
            FaultAt(Place + inner, refusal.Reason);
            return default;
        }
    }

    private void Wrong(string wanted) => Fault($"expected {wanted}, found {Found()}");

    private string Found() => Element.ValueKind switch
    {
        JsonValueKind.Object => "an object",
        JsonValueKind.Array => "a list",
        JsonValueKind.String => "text",
        JsonValueKind.Number => $"the number {Names.Shown(Element.GetRawText())}",
        JsonValueKind.Null => "null",
        _ => Element.GetRawText(),
    };

    private string Inner(string name) => Place.Length == 0 ? Names.Shown(name) : $"{Place}.{Names.Shown(name)}";

    private void FaultAt(string place, string reason)
    {
        Faults.Add(new(place.Length == 0 ? "the file" : place, reason));
        if (Faults.Count >= MostFaults) throw new SceneFileException(Faults);
    }
}
