namespace ZestyReel.Server.Hosting;

/// <summary>How to start.</summary>
/// <param name="DataFolder">Where the database lies.</param>
/// <param name="Address">The address to listen on; 127.0.0.1 unless told otherwise.</param>
/// <param name="Port">The port; 0 takes any free one.</param>
/// <param name="WebFolder">Where the built pages lie.</param>
public sealed record ServerOptions(string DataFolder, string Address, int Port, string WebFolder)
{
    public static string DefaultDataFolder => Path.Combine(
        Environment.GetFolderPath(Environment.SpecialFolder.LocalApplicationData, Environment.SpecialFolderOption.DoNotVerify),
        "zesty-reel");
}
