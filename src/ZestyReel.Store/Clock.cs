using System.Globalization;

namespace ZestyReel.Store;

/// <summary>Times as they stand in the database: UTC, to the millisecond.</summary>
internal static class Clock
{
    public const string Form = "yyyy-MM-ddTHH:mm:ss.fffZ";

    public static string Now() => Before(TimeSpan.Zero);

    public static string Before(TimeSpan passed) => (DateTime.UtcNow - passed).ToString(Form, CultureInfo.InvariantCulture);
}
