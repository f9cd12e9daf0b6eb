namespace ZestyReel.Core.Edits;

/// <summary>An edit with whole parts of a scene in it, which the program makes of a file: nobody sends one.</summary>
public interface IMadeHere;
