using System.Diagnostics;

namespace ZestyReel.Server.Tests;

/// <summary>The server as a process of its own, so that it can be killed.</summary>
internal sealed class ServerProcess : IDisposable
{
    private readonly Process _process;

    private ServerProcess(Process process, Uri address) => (_process, Address) = (process, address);

    public Uri Address { get; }

    /// <summary>The address as it was printed, with the token where there is one.</summary>
    public string Printed { get; private init; } = "";

    public static async Task<ServerProcess> Start(string folder, params string[] more)
    {
        var process = Run(["serve", "--port", "0", "--data", folder, .. more]);
        var line = await process.StandardOutput.ReadLineAsync() ?? throw new InvalidOperationException(await process.StandardError.ReadToEndAsync());
        var printed = line.Split(' ')[^1];
        return new ServerProcess(process, new Uri(printed.Split("/?")[0])) { Printed = printed };
    }

    /// <summary>Runs a command to its end.</summary>
    public static async Task<(int Exit, string Output, string Errors)> Command(params string[] args)
    {
        using var process = Run(args);
        var (output, errors) = (process.StandardOutput.ReadToEndAsync(), process.StandardError.ReadToEndAsync());
        await process.WaitForExitAsync();
        return (process.ExitCode, await output, await errors);
    }

    /// <summary>The most memory that it has taken so far, in bytes.</summary>
    public long Memory
    {
        get
        {
            _process.Refresh();
            return _process.PeakWorkingSet64;
        }
    }

    /// <summary>As kill −9: the process gets no chance to tidy up.</summary>
    public void Kill()
    {
        _process.Kill();
        _process.WaitForExit();
    }

    public void Dispose()
    {
        if (!_process.HasExited) Kill();
        _process.Dispose();
    }

    private static Process Run(params string[] args)
    {
        var start = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true, RedirectStandardError = true };
        start.ArgumentList.Add(Path.Combine(AppContext.BaseDirectory, "ZestyReel.Server.dll"));
        foreach (var arg in args) start.ArgumentList.Add(arg);
        return Process.Start(start)!;
    }
}
