using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Edits;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Incoming;
using ZestyReel.Formats.Outgoing;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Incoming;

/// <summary>A file that has been sent.</summary>
/// <param name="File">Its name here, by which it is read.</param>
public sealed record IncomingSent(string File);

/// <summary>Which files are read together, and how.</summary>
/// <param name="Files">What they were answered by when they were sent.</param>
/// <param name="Unit">Scene lengths for one length of the file; 1 when left out.</param>
/// <param name="Up">Which axis is up in the file, where its format does not say: y or z.</param>
/// <param name="Animation">Which of its animations, from 0.</param>
/// <param name="Rate">The frames that its seconds are counted in; what fits its keys when left out.</param>
public sealed record IncomingReadRequest(IReadOnlyList<string> Files, double? Unit = null, string? Up = null, int? Animation = null, string? Rate = null)
{
    /// <summary>How they are read.</summary>
    /// <exception cref="Refusal">Something of it cannot be.</exception>
    internal IncomingChoice Choice() => new IncomingChoice(
        Unit ?? 1, Up switch { null or "y" => UpAxis.Y, "z" => UpAxis.Z, _ => throw new Refusal("up", "y or z is up") }, Animation ?? 0, Rate is null ? null : FrameRate.Typed(Rate)).Checked();
}

/// <summary>What a file has, told before it comes in.</summary>
/// <param name="Reading">The name of what has been read, by which it is brought in.</param>
/// <param name="Name">What a scene of its own would be called.</param>
/// <param name="Format">What people call its format.</param>
/// <param name="Uses">Which choices count.</param>
/// <param name="Rate">Its frames a second.</param>
/// <param name="First">Its first frame.</param>
/// <param name="Last">Its last frame.</param>
/// <param name="Objects">Its objects, parents before their children.</param>
/// <param name="Notes">What does not come in, or otherwise than it is in the file.</param>
/// <param name="StaysBehind">What does not come along into a scene that is there already.</param>
/// <param name="Animations">The names of its animations.</param>
public sealed record IncomingTold(
    string Reading, string Name, string Format, IReadOnlyList<string> Uses, string Rate, long First, long Last,
    IReadOnlyList<IncomingObjectTold> Objects, IReadOnlyList<Loss> Notes, IReadOnlyList<string> StaysBehind, IReadOnlyList<string> Animations);

/// <summary>An object that would come in.</summary>
/// <param name="Id">Its number in the file.</param>
/// <param name="Name">Its name.</param>
/// <param name="Kind">What it is.</param>
/// <param name="Parent">What it hangs below.</param>
/// <param name="Keys">How many keys it has.</param>
/// <param name="Triangles">How many triangles a mesh has.</param>
/// <param name="TiedTo">The objects that it follows, aims at or bounces off; without them it comes as if it did not.</param>
public sealed record IncomingObjectTold(int Id, string Name, ObjectKind Kind, int? Parent, int Keys, int Triangles, IReadOnlyList<int> TiedTo);

/// <summary>What of a reading becomes a scene of its own.</summary>
/// <param name="Reading">The reading.</param>
/// <param name="Objects">Which objects, with what they hang below; all, and whatever else there is, when left out.</param>
public sealed record IncomingSceneRequest(string Reading, IReadOnlyList<int>? Objects = null);

/// <summary>What of a reading comes into a scene.</summary>
/// <param name="Reading">The reading.</param>
/// <param name="Revision">The revision of the scene that the person saw; the present one when left out.</param>
/// <param name="Objects">Which objects, with what they hang below; all when left out.</param>
/// <param name="Start">The frame on which its first comes to stand; the scene's first when left out.</param>
/// <param name="Keep">Whether its seconds (clock) or its frames are kept where its rate is another; clock when left out.</param>
/// <param name="Grow">The scene range reaches to the last key afterwards.</param>
public sealed record IncomingRequest(string Reading, long? Revision = null, IReadOnlyList<int>? Objects = null, decimal? Start = null, string? Keep = null, bool? Grow = null)
{
    /// <summary>The edit that brings it in.</summary>
    /// <exception cref="Refusal">Something of it is not there.</exception>
    internal BringObjects Edit(IncomingScene reading, Scene into) => new(
        reading.Scene, Chosen(Objects), Start ?? into.Settings.Range.First, Keep is null ? RateKeep.Clock : QueryWords.Of<RateKeep>(Keep, "keep"), Grow ?? false);

    /// <summary>Objects by their numbers.</summary>
    /// <exception cref="Refusal">There are none, or too many.</exception>
    internal static ImmutableArray<ObjectId> Chosen(IReadOnlyList<int>? objects) =>
        objects is null ? [] : objects.Count is > 0 and <= Scene.MostObjects ? [.. objects.Select(id => new ObjectId(id)).Distinct()] : throw new Refusal("objects", "choose at least one object");
}
