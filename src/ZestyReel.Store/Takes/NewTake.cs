namespace ZestyReel.Store.Takes;

/// <summary>A take that is about to be kept.</summary>
/// <param name="Object">The object that was driven.</param>
/// <param name="ObjectName">As it is called.</param>
/// <param name="Device">The device; empty for a hand.</param>
/// <param name="Channels">The channels' names, as JSON.</param>
/// <param name="Start">The played tick of its beginning.</param>
/// <param name="Speed">Seconds of the scene for each on the wall.</param>
/// <param name="ByStamps">Whether it goes where the device's own clock says.</param>
/// <param name="FirstStamp">What that clock said first, in seconds; null of a hand.</param>
/// <param name="Seconds">How long it is.</param>
/// <param name="Samples">How many samples it has.</param>
/// <param name="Lost">How many are known to have been lost.</param>
/// <param name="Gaps">Where nothing came, as JSON.</param>
/// <param name="Mark">The sender's own mark: what is sent twice is kept once. Empty for none.</param>
/// <param name="By">Who recorded it; null where nobody said.</param>
/// <param name="File">Its samples, as CSV.</param>
public sealed record NewTake(
    int Object, string ObjectName, string Device, string Channels, long Start, double Speed, bool ByStamps, double? FirstStamp,
    double Seconds, int Samples, int Lost, string Gaps, string Mark, string? By, byte[] File);
