namespace ZestyReel.Core.Geometry;

/// <summary>A place as a deformer sees it.</summary>
/// <param name="R">Along its direction.</param>
/// <param name="Y">Along its axis, from its foot.</param>
/// <param name="Q">Across both.</param>
public readonly record struct Section(double R, double Y, double Q);
