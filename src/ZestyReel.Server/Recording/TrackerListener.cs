using System.Net;
using System.Net.Sockets;
using ZestyReel.Formats.Osc;
using ZestyReel.Server.Hosting;

namespace ZestyReel.Server.Recording;

/// <summary>Listens for tracked devices: OSC over UDP, from this machine only.</summary>
public sealed class TrackerListener(TrackerDevices devices, ServerOptions options) : BackgroundService
{
    private const int LargestPacket = 65_536;

    /// <summary>The port; 0 where none could be taken.</summary>
    public int Port { get; private set; }

    /// <summary>Why none could be taken; empty where one could.</summary>
    public string Problem { get; private set; } = "";

    private Socket? _socket;

    /// <inheritdoc/>
    public override Task StartAsync(CancellationToken cancellationToken)
    {
        try
        {
            _socket = new Socket(AddressFamily.InterNetwork, SocketType.Dgram, ProtocolType.Udp) { ReceiveBufferSize = 1 << 20 };
            _socket.Bind(new IPEndPoint(IPAddress.Loopback, options.TrackingPort));
            Port = ((IPEndPoint)_socket.LocalEndPoint!).Port;
        }
        catch (SocketException wrong)
        {
            _socket?.Dispose();
            _socket = null;
            Problem = $"UDP port {options.TrackingPort} cannot be listened to ({wrong.SocketErrorCode}); another program may have it. Start Zesty Reel with --tracking and another port.";
        }
        return base.StartAsync(cancellationToken);
    }

    /// <inheritdoc/>
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (_socket is not { } socket) return;
        var packet = new byte[LargestPacket];
        while (!stoppingToken.IsCancellationRequested)
        {
            int length;
            try
            {
                length = await socket.ReceiveAsync(packet, SocketFlags.None, stoppingToken);
            }
            // A packet that is too large, or one of ours that went nowhere, is no reason to hear nothing any more.
            catch (SocketException)
            {
                continue;
            }
            catch (Exception wrong) when (wrong is OperationCanceledException or ObjectDisposedException)
            {
                return;
            }
            var arrived = devices.Now;
            foreach (var message in OscReader.Read(packet.AsSpan(0, length)))
                if (PoseMessage.Of(message, arrived) is { } heard) devices.Hear(heard.Device, heard.Pose);
        }
    }

    /// <inheritdoc/>
    public override void Dispose()
    {
        _socket?.Dispose();
        base.Dispose();
    }
}
