using System.Diagnostics;
using System.Net;
using System.Net.Sockets;
using ZestyReel.Core;
using ZestyReel.Core.Evaluation;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Takes;
using ZestyReel.Formats.Osc;

namespace ZestyReel.Server.Recording;

/// <summary>A device that is not there: it sends a made-up pose as a real one would, with noise, losses, delays and a clock of its own.</summary>
/// <param name="name">What it calls itself.</param>
/// <param name="rate">Poses a second.</param>
/// <param name="noise">How far it is off at most, in metres; in degrees a hundred times as much.</param>
/// <param name="lost">The share of poses that get lost, 0 to 1.</param>
/// <param name="late">The share that come after the next three.</param>
/// <param name="drop">Every so many seconds nothing comes for half of one; 0 for never.</param>
internal sealed class StandInTracker(string name, double rate, double noise, double lost, double late, double drop)
{
    /// <summary>What its clock says at the beginning, in seconds.</summary>
    private const double ClockStart = 5_000;

    /// <summary>How much faster its clock runs than ours.</summary>
    private const double ClockDrift = 5e-5;

    private const double DropLasts = 0.5;
    private const int LateBy = 3;

    // Always the same noise, so that what goes wrong can be looked at again.
    private readonly Random _random = new(120);

    /// <summary>The true pose after some seconds: a figure of eight that leans into its curves.</summary>
    public static (Vector Position, Quaternion Rotation) At(double seconds)
    {
        var turn = 2 * Math.PI * seconds / 4;
        var position = new Vector(0.6 * Math.Sin(turn), 0.2 + 0.1 * Math.Sin(2 * turn), 0.3 * Math.Sin(2 * turn));
        return (position, Quaternion.Of((10 * Math.Sin(2 * turn), 40 * Math.Sin(turn), -15 * Math.Cos(turn)), RotationOrder.Xyz));
    }

    /// <summary>Sends poses to a port of this machine.</summary>
    /// <exception cref="Refusal">Its numbers make no sense.</exception>
    public async Task Run(int port, double seconds, CancellationToken stop)
    {
        if (port is < 1 or > 65_535) throw new Refusal("port", "a port is 1 to 65535");
        if (!(rate is >= 1 and <= 1000)) throw new Refusal("rate", "a device sends 1 to 1000 poses a second");
        if (name.Length is 0 or > PoseMessage.LongestName || !name.All(letter => char.IsAsciiLetterOrDigit(letter) || letter is '-' or '_' or '.')) throw new Refusal("name", "a device's name has letters, digits, -, _ and .");
        using var socket = new Socket(AddressFamily.InterNetwork, SocketType.Dgram, ProtocolType.Udp);
        var to = new IPEndPoint(IPAddress.Loopback, port);
        var held = new Queue<(int Due, byte[] Packet)>();
        var start = Stopwatch.GetTimestamp();
        Console.WriteLine($"{name} sends {rate:0.##} poses a second to UDP port {port} of this machine");
        for (var number = 0; !stop.IsCancellationRequested && number / rate < seconds; number++)
        {
            var due = number / rate;
            var wait = due - Stopwatch.GetElapsedTime(start).TotalSeconds;
            if (wait > 0.001)
                try
                {
                    await Task.Delay(TimeSpan.FromSeconds(wait), stop);
                }
                catch (OperationCanceledException)
                {
                    return;
                }
            // A clock that stood still shall not be made up for by a heap of old poses.
            var packet = PoseMessage.Write(name, Off(number, due));
            var (isLost, isLate) = (_random.NextDouble() < lost, _random.NextDouble() < late);
            var isDropped = drop > 0 && due >= drop && due % drop < DropLasts;
            if (!isLost && !isDropped)
            {
                if (isLate) held.Enqueue((number + LateBy, packet));
                else socket.SendTo(packet, to);
            }
            while (held.TryPeek(out var first) && first.Due <= number) socket.SendTo(held.Dequeue().Packet, to);
        }
    }

    private TrackedPose Off(int number, double seconds)
    {
        double Noise(double most) => (2 * _random.NextDouble() - 1) * most;
        var (position, rotation) = At(seconds);
        var turned = rotation * Quaternion.Of((Noise(noise * 100), Noise(noise * 100), Noise(noise * 100)), RotationOrder.Xyz);
        return new(number, ClockStart + seconds * (1 + ClockDrift), 0, position + new Vector(Noise(noise), Noise(noise), Noise(noise)), turned);
    }
}
