using System.Collections.Frozen;
using System.Text.Json;
using MessagePack;
using MessagePack.Formatters;

namespace ZestyReel.Server.Wire;

/// <summary>Writes a choice as the word that it has in JSON, such as <c>repeatOffset</c>.</summary>
public sealed class Words<T> : IMessagePackFormatter<T> where T : struct, Enum
{
    private static readonly FrozenDictionary<T, string> Each = Enum.GetValues<T>().ToFrozenDictionary(value => value, value => JsonNamingPolicy.CamelCase.ConvertName(value.ToString()));

    /// <inheritdoc/>
    public void Serialize(ref MessagePackWriter writer, T value, MessagePackSerializerOptions options) => writer.Write(Each[value]);

    /// <inheritdoc/>
    public T Deserialize(ref MessagePackReader reader, MessagePackSerializerOptions options)
    {
        var word = reader.ReadString();
        foreach (var (value, known) in Each)
            if (known == word) return value;
        throw new MessagePackSerializationException($"there is no such {typeof(T).Name}");
    }
}

/// <summary>As <see cref="Words{T}"/>, of a choice that may be none.</summary>
public sealed class WordsOrNone<T> : IMessagePackFormatter<T?> where T : struct, Enum
{
    private static readonly Words<T> Words = new();

    /// <inheritdoc/>
    public void Serialize(ref MessagePackWriter writer, T? value, MessagePackSerializerOptions options)
    {
        if (value is { } word) Words.Serialize(ref writer, word, options);
        else writer.WriteNil();
    }

    /// <inheritdoc/>
    public T? Deserialize(ref MessagePackReader reader, MessagePackSerializerOptions options) =>
        reader.TryReadNil() ? null : Words.Deserialize(ref reader, options);
}

/// <summary>As <see cref="Words{T}"/>, of several choices.</summary>
public sealed class WordLists<T> : IMessagePackFormatter<T[]> where T : struct, Enum
{
    private static readonly Words<T> Words = new();

    /// <inheritdoc/>
    public void Serialize(ref MessagePackWriter writer, T[] value, MessagePackSerializerOptions options)
    {
        writer.WriteArrayHeader(value.Length);
        foreach (var word in value) Words.Serialize(ref writer, word, options);
    }

    /// <inheritdoc/>
    public T[] Deserialize(ref MessagePackReader reader, MessagePackSerializerOptions options)
    {
        var words = new T[reader.ReadArrayHeader()];
        for (var i = 0; i < words.Length; i++) words[i] = Words.Deserialize(ref reader, options);
        return words;
    }
}
