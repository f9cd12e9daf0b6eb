namespace ZestyReel.Server.Wire;

/// <summary>A list of two: the first and the last of something.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class PairAttribute : Attribute;
