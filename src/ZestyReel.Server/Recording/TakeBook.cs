using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.Extensions.Caching.Memory;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Takes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Takes;
using ZestyReel.Server.Wire;
using ZestyReel.Store.Takes;

namespace ZestyReel.Server.Recording;

/// <summary>Reads takes, and makes edits of them; those that were looked at last are kept for a while.</summary>
public sealed class TakeBook(TakeShelf shelf) : IDisposable
{
    private const int Most = 16;

    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(2);

    private readonly MemoryCache _read = new(new MemoryCacheOptions { SizeLimit = Most });

    /// <summary>A take that is there.</summary>
    /// <exception cref="TakeGone">It is not.</exception>
    public KeptTake Find(long take) => shelf.Find(take) is { DeletedAt: null } kept ? kept : throw new TakeGone("There is no such take; it may have been thrown away.");

    /// <summary>The samples of a take.</summary>
    /// <exception cref="TakeGone">They are not there.</exception>
    public Take Of(KeptTake kept)
    {
        if (_read.Get<Take>(kept.Id) is { } known) return known;
        var file = shelf.FileOf(kept.Id) ?? throw new TakeGone($"The samples of take {kept.Number} are not there any more.");
        var take = TakeCsv.Read(file) with { Gaps = TakeCards.GapsOf(kept), Lost = (int)kept.Lost };
        return _read.Set(kept.Id, take, new MemoryCacheEntryOptions { SlidingExpiration = Kept, Size = 1 });
    }

    /// <summary>Reads an edit as a tab sends it: one that lands takes names them, and is made of their samples.</summary>
    /// <exception cref="Refusal">It is no edit, or takes it names are not at hand.</exception>
    public Edit Read(string edit, long sceneId, Scene scene) => Landing(edit) is { } wanted ? EditOf(wanted, sceneId, scene) : EditJson.Read(edit);

    private static LandTakes? Landing(string edit)
    {
        const string kind = "\"edit\":\"landTakes\"";
        if (!edit.Contains(kind, StringComparison.Ordinal)) return null;
        using var read = JsonDocument.Parse(edit);
        return read.RootElement.ValueKind == JsonValueKind.Object && read.RootElement.TryGetProperty("edit", out var name) && name.ValueEquals("landTakes") && read.RootElement.TryGetProperty("takes", out var takes)
            ? EditJson.ReadAs<LandTakes>(takes.GetRawText())
            : null;
    }

    /// <summary>The edit that lands takes.</summary>
    /// <exception cref="Refusal">They are of another scene, or do not go together.</exception>
    public LandTake EditOf(LandTakes wanted, long sceneId, Scene scene)
    {
        if (wanted.Parts.IsDefaultOrEmpty || wanted.Parts.Length > TakeCourse.MostParts) throw new Refusal("parts", $"choose 1 to {TakeCourse.MostParts} takes");
        if (wanted.Parts.Any(part => part is null)) throw new Refusal("parts", "the list has an empty place (null) in it");
        var kept = wanted.Parts.Select(part => Find(part.Take)).ToList();
        if (kept.Any(take => take.SceneId != sceneId)) throw new Refusal("parts", "a take is of another scene");
        Tick At(double frame, string place) => Math.Abs(frame) <= FrameRange.FurthestFrame ? scene.Rate.At((decimal)frame, place) : throw new Refusal(place, "a frame is out of reach");
        var parts = wanted.Parts.Zip(kept, (part, take) => new TakePart(Of(take), TakeCards.PlaceOf(take), part.Until is { } until ? At(until, "until") : Tick.Zero)).ToImmutableArray();
        if (wanted.Parts[..^1].Any(part => part.Until is null)) throw new Refusal("until", "say on which frame the next take takes over");
        var course = TakeCourse.Of(parts, At(wanted.Blend, "blend") - Tick.Zero);
        var name = wanted.Name.Trim() is { Length: > 0 } own ? own : NameOf(kept);
        return new(new(wanted.Object), course.Times, [.. course.Channels.Zip(course.Values, (channel, values) => new BroughtChannel(channel, values))], name,
            wanted.Into, wanted.Tolerance, wanted.Degrees, Math.Abs(wanted.Ease) <= FrameRange.FurthestFrame ? (decimal)wanted.Ease : throw new Refusal("ease", "a number is out of reach"));
    }

    private static string NameOf(List<KeptTake> takes)
    {
        if (takes is [{ Name.Length: > 0 } one]) return one.Name;
        var numbers = takes.Select(take => take.Number).Distinct().ToList();
        return numbers.Count == 1 ? $"Take {numbers[0]}" : $"Takes {string.Join(", ", numbers.Take(6))}{(numbers.Count > 6 ? ", …" : "")}";
    }

    /// <inheritdoc/>
    public void Dispose() => _read.Dispose();
}
