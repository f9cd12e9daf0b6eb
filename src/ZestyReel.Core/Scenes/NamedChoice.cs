using System.Collections.Immutable;

namespace ZestyReel.Core.Scenes;

/// <summary>A set of objects with a name, to choose them again or to limit what keying touches.</summary>
/// <param name="Id">Its number in the scene.</param>
/// <param name="Name">Unique among the scene's named choices.</param>
/// <param name="Objects">Without repeats, in rising order.</param>
public sealed record NamedChoice(NamedChoiceId Id, string Name, ImmutableArray<ObjectId> Objects);
