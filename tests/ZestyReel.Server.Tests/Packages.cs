using System.Buffers;
using System.IO.Compression;
using MessagePack;

namespace ZestyReel.Server.Tests;

/// <summary>Packages as nobody would write them.</summary>
internal static class Packages
{
    /// <summary>A package with another file, or with one more.</summary>
    public static byte[] With(byte[] package, string name, byte[] bytes)
    {
        using var all = new MemoryStream();
        all.Write(package);
        using (var zip = new ZipArchive(all, ZipArchiveMode.Update, leaveOpen: true))
        {
            zip.GetEntry(name)?.Delete();
            using var into = zip.CreateEntry(name).Open();
            into.Write(bytes);
        }
        return all.ToArray();
    }

    /// <summary>The bytes of a file in a package.</summary>
    public static byte[] Part(byte[] package, string name)
    {
        using var zip = new ZipArchive(new MemoryStream(package));
        using var from = zip.GetEntry(name)!.Open();
        using var all = new MemoryStream();
        from.CopyTo(all);
        return all.ToArray();
    }

    /// <summary>The same of a package on disk.</summary>
    public static byte[] Part(string path, string name) => Part(File.ReadAllBytes(path), name);

    /// <summary>The parts of a history.</summary>
    public static List<byte[]> Parts(byte[] history)
    {
        var parts = new List<byte[]>();
        var reader = new MessagePackReader(history);
        while (!reader.End) parts.Add(reader.ReadBytes()!.Value.ToArray());
        return parts;
    }

    /// <summary>The history of some parts.</summary>
    public static byte[] All(IEnumerable<byte[]> parts) =>
        [.. parts.SelectMany(part => (byte[])[0xC6, (byte)(part.Length >> 24), (byte)(part.Length >> 16), (byte)(part.Length >> 8), (byte)part.Length, .. part])];
}
