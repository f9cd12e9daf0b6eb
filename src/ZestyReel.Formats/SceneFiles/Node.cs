using System.Text.Json;
using ZestyReel.Core;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>A JSON value, where it stands, and where to note what is wrong with it.</summary>
/// <param name="Element">The value.</param>
/// <param name="Place">Where it stands, in the file's own words.</param>
/// <param name="Faults">What is wrong so far.</param>
/// <param name="IsVersion1">Whether the file has the words of version 1; they are read as those of today.</param>
internal readonly record struct Node(JsonElement Element, string Place, List<SceneFileFault> Faults, bool IsVersion1 = false)
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
            var name = IsVersion1 ? Version1.Field(member.Name) : member.Name;
            if (name is null || Array.IndexOf(required, name) < 0 && Array.IndexOf(optional, name) < 0)
                FaultAt(Inner(member.Name), "there is no such field");
            else fields[name] = this with { Element = member.Value, Place = Inner(member.Name) };
        }
        foreach (var name in required)
            if (!fields.ContainsKey(name)) FaultAt(Inner(name), "the field is missing");
        return fields;
    }

    /// <summary>The members of an object by the channels that they name.</summary>
    public IEnumerable<(string Channel, Node Value)> Channels()
    {
        if (Element.ValueKind != JsonValueKind.Object)
        {
            Wrong("an object");
            yield break;
        }
        foreach (var member in Element.EnumerateObject())
            yield return (ChannelOf(member.Name), this with { Element = member.Value, Place = Inner(member.Name) });
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
        if (FileWords.TryRead<T>(IsVersion1 ? Version1.Word(text) : text, out var value)) return value;
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

    /// <summary>The channel that a name of this file means; one that no object has where it means none.</summary>
    public string ChannelOf(string name) => IsVersion1 ? Version1.Channel(name) ?? "" : name;

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
