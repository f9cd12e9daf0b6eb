namespace ZestyReel.Server.Wire;

/// <summary>A list of three: along x, y and z.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class TripleAttribute : Attribute;
