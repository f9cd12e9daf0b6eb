namespace ZestyReel.Tests;

/// <summary>The checkout that the tests were built from, for what is not built: pages and scripts.</summary>
public static class Checkout
{
    /// <summary>The path of a file in it.</summary>
    public static string File(params ReadOnlySpan<string> parts)
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!System.IO.File.Exists(Path.Combine(folder.FullName, "ZestyReel.slnx"))) folder = folder.Parent ?? throw new InvalidOperationException("the tests do not run within a checkout");
        return Path.Combine([folder.FullName, .. parts]);
    }
}
