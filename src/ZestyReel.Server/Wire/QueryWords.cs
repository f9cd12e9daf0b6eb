using System.Text.Json;
using ZestyReel.Core;

namespace ZestyReel.Server.Wire;

/// <summary>Reads a choice in an address as the word that it has in JSON.</summary>
internal static class QueryWords
{
    /// <exception cref="Refusal">There is no such word.</exception>
    public static T Of<T>(string text, string place) where T : struct, Enum =>
        Enum.GetNames<T>().FirstOrDefault(name => JsonNamingPolicy.CamelCase.ConvertName(name) == text) is { } found
            ? Enum.Parse<T>(found)
            : throw new Refusal(place, $"\"{Names.Shown(text)}\" is not one of: {string.Join(", ", Enum.GetNames<T>().Select(JsonNamingPolicy.CamelCase.ConvertName))}");
}
