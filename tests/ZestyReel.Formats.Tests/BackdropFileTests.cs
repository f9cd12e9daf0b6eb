using System.IO.Compression;
using System.Security.Cryptography;
using System.Text;
using SkiaSharp;
using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Pictures;
using ZestyReel.Formats.SceneFiles;

namespace ZestyReel.Formats.Tests;

/// <summary>Background pictures in scene files, packages of a scene with its files, and picture files themselves.</summary>
public class BackdropFileTests
{
    private static readonly string Hash = new('a', 64);

    private static byte[] File(string backdrops) => Encoding.UTF8.GetBytes(
        $$"""{ "format": "zesty-scene", "version": 2, "name": "Bay", "rate": "24", "range": [1, 60], "objects": [ { "name": "Eye", "kind": "camera" }, { "name": "Hull", "kind": "box" } ], "backdrops": [ {{backdrops}} ] }""");

    private static string Pictures(string hash, params int[] numbers) => string.Join(", ", numbers.Select(number => $$"""{ "file": "plate.{{number}}.png", "asset": "{{hash}}", "number": {{number}} }"""));

    [Theory]
    [InlineData("""{ "view": "top", "at": [2.5, -1], "width": 7, "opacity": 0.4, "pictures": [ {0} ] }""")]
    [InlineData("""{ "camera": "Eye", "on": false, "fit": "fill", "offset": -1000, "pictures": [ {0} ] }, { "view": "free", "pictures": [ {0} ] }""")]
    public void They_are_read_and_written_to_the_same_bytes(string backdrops)
    {
        var scene = SceneFileReader.Read(File(backdrops.Replace("{0}", Pictures(Hash, 3, 5))));
        scene.Backdrops.Values.First().Starts().First().ShouldBe(scene.Backdrops.Values.First().Offset + 3);
        var bytes = SceneFileWriter.Write(scene);
        SceneFileWriter.Write(SceneFileReader.Read(bytes)).ShouldBe(bytes);
        SceneFileReader.Read(bytes).Backdrops.Values.ShouldBe(scene.Backdrops.Values);
    }

    [Theory]
    [InlineData("""{ "pictures": [ {0} ] }""", "backdrops[0]", "one \"view\" or one \"camera\"")]
    [InlineData("""{ "view": "top", "camera": "Eye", "pictures": [ {0} ] }""", "backdrops[0]", "one \"view\" or one \"camera\"")]
    [InlineData("""{ "view": "under", "pictures": [ {0} ] }""", "backdrops[0].view", "free, top, front, side")]
    [InlineData("""{ "camera": "Hull", "pictures": [ {0} ] }""", "backdrops[0].camera", "Hull is no camera")]
    [InlineData("""{ "camera": "Nobody", "pictures": [ {0} ] }""", "backdrops[0].camera", "no object called")]
    [InlineData("""{ "view": "top", "pictures": [] }""", "backdrops[0].pictures", "1 to 2000")]
    [InlineData("""{ "view": "top", "pictures": [ {0}, {0} ] }""", "backdrops[0]", "numbers of a sequence rise")]
    [InlineData("""{ "view": "top", "pictures": [ { "file": "a.png", "asset": "../a" } ] }""", "backdrops[0].pictures[0].asset", "SHA-256")]
    [InlineData("""{ "view": "top", "pictures": [ { "file": "a.png", "asset": "{1}", "number": -1 } ] }""", "backdrops[0].pictures[0].number", "0 to")]
    [InlineData("""{ "view": "top", "at": [1], "pictures": [ {0} ] }""", "backdrops[0].at", "two numbers")]
    [InlineData("""{ "view": "top", "opacity": 2, "pictures": [ {0} ] }""", "backdrops[0]", "opacity is 0 to 1")]
    [InlineData("""{ "view": "top", "pictures": [ {0} ] }, { "view": "top", "pictures": [ {0} ] }""", "backdrops[1]", "behind this already")]
    public void What_is_wrong_is_told_with_its_place(string backdrops, string place, string reason) =>
        Should.Throw<SceneFileException>(() => SceneFileReader.Read(File(backdrops.Replace("{0}", Pictures(Hash, 3)).Replace("{1}", Hash))))
            .Faults.ShouldContain(fault => fault.Place.StartsWith(place) && fault.Reason.Contains(reason));

    private static byte[] Made(SKEncodedImageFormat format, int width = 40, int height = 30)
    {
        using var bitmap = new SKBitmap(width, height);
        // Noise, so that something of it is in every part of the file.
        var random = new Random(5);
        random.NextBytes(bitmap.GetPixelSpan());
        using var data = bitmap.Encode(format, 90);
        return data.ToArray();
    }

    public static TheoryData<SKEncodedImageFormat, string> Known() => new() { { SKEncodedImageFormat.Png, "image/png" }, { SKEncodedImageFormat.Jpeg, "image/jpeg" }, { SKEncodedImageFormat.Webp, "image/webp" } };

    [Theory]
    [MemberData(nameof(Known))]
    public void Pictures_are_taken_whole_or_not_at_all(SKEncodedImageFormat format, string type)
    {
        var file = Made(format);
        PictureFiles.Check(file, "a").ShouldBe((40, 30));
        PictureFiles.TypeOf(file).ShouldBe(type);
        foreach (var share in new[] { 0.2, 0.5, 0.8 })
            Should.Throw<Refusal>(() => PictureFiles.Check(file[..(int)(file.Length * share)], "a"), $"{share} of a {format}");
    }

    [Fact]
    public void What_is_no_picture_or_too_large_is_told()
    {
        string Why(byte[] file) => Should.Throw<Refusal>(() => PictureFiles.Check(file, "a")).Reason;
        Why([]).ShouldContain("no picture");
        Why(Encoding.UTF8.GetBytes("<svg xmlns=\"http://www.w3.org/2000/svg\" width=\"20000\" height=\"20000\"/>")).ShouldContain("PNG, JPEG or WebP");
        Why(Encoding.UTF8.GetBytes("GIF89a\u0001\0\u0001\0")).ShouldContain("PNG, JPEG or WebP");
        // 200 megapixels of nothing, which is a small file.
        Why(Header(20_000, 10_000)).ShouldContain("20000 × 10000 pixels, 200 million; 50 million is the most");
        Why(Header(2_000_000_000, 1)).ShouldContain("no picture");
        Why(new byte[PictureFiles.LargestFile + 1]).ShouldContain("larger than 64 MB");
    }

    // A PNG's signature and header, as of https://www.w3.org/TR/png-3/, and an empty row.
    private static byte[] Header(int width, int height)
    {
        var png = Made(SKEncodedImageFormat.Png);
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(png.AsSpan(16), width);
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(png.AsSpan(20), height);
        System.Buffers.Binary.BinaryPrimitives.WriteUInt32BigEndian(png.AsSpan(29), System.IO.Hashing.Crc32.HashToUInt32(png.AsSpan(12, 17)));
        return png;
    }

    private static string HashOf(byte[] bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));

    private static byte[] Zip(params (string Name, byte[] Bytes)[] entries)
    {
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
            foreach (var (name, bytes) in entries)
            {
                using var into = zip.CreateEntry(name).Open();
                into.Write(bytes);
            }
        return file.ToArray();
    }

    private static Scene ReadAll(byte[] package)
    {
        using var read = new ScenePackage(new MemoryStream(package));
        var scene = read.Scene();
        foreach (var asset in scene.Assets().Keys) read.Asset(asset, AssetUse.Picture);
        return scene;
    }

    private static readonly byte[] Png = Made(SKEncodedImageFormat.Png);

    private static byte[] Whole => File($$"""{ "view": "top", "pictures": [ {{Pictures(HashOf(Png), 3)}} ] }""");

    [Fact]
    public void A_package_has_the_scene_and_its_files_and_is_the_same_each_time()
    {
        var scene = SceneFileReader.Read(Whole);
        byte[] Written()
        {
            using var file = new MemoryStream();
            ScenePackage.Write(file, scene, _ => Png);
            return file.ToArray();
        }
        var package = Written();
        ScenePackage.IsOne(new MemoryStream(package)).ShouldBeTrue();
        ScenePackage.IsOne(new MemoryStream(Whole)).ShouldBeFalse();
        ScenePackage.IsOne(new MemoryStream()).ShouldBeFalse();
        Written().ShouldBe(package);
        SceneFileWriter.Write(ReadAll(package)).ShouldBe(SceneFileWriter.Write(scene));
        using var read = new ScenePackage(new MemoryStream(package));
        read.Asset(scene.Assets().Keys.Single(), AssetUse.Picture).ShouldBe(Png);
    }

    [Fact]
    public void A_package_that_is_not_whole_or_lies_is_refused()
    {
        string Why(byte[] package) => Should.Throw<SceneFileException>(() => ReadAll(package)).Message;
        var asset = $"assets/{HashOf(Png)}";
        ReadAll(Zip(("scene.zesty.json", Whole), (asset, Png))).Backdrops.Count.ShouldBe(1);
        Why(Zip(("scene.json", Whole))).ShouldContain("no scene.zesty.json");
        Why(Zip(("scene.zesty.json", Whole))).ShouldContain("plate.3.png is not in the package");
        // A name that leads elsewhere is not the name that is looked for.
        Why(Zip(("scene.zesty.json", Whole), ($"../{asset}", Png))).ShouldContain("not in the package");
        Why(Zip(("scene.zesty.json", Whole), (asset, Made(SKEncodedImageFormat.Png, 41)))).ShouldContain("not what its name says");
        var text = Encoding.UTF8.GetBytes("not a picture");
        Why(Zip(("scene.zesty.json", File($$"""{ "view": "top", "pictures": [ {{Pictures(HashOf(text), 3)}} ] }""")), ($"assets/{HashOf(text)}", text))).ShouldContain("no picture");
        Why([.. "PK\u0003\u0004"u8, 1, 2, 3]).ShouldContain("damaged");
        var whole = Zip(("scene.zesty.json", Whole), (asset, Png));
        Why(whole[..(whole.Length / 2)]).ShouldContain("damaged");
        // A small file that is large once unpacked.
        var bomb = new byte[PictureFiles.LargestFile + 1];
        Why(Zip(("scene.zesty.json", File($$"""{ "view": "top", "pictures": [ {{Pictures(HashOf(bomb), 3)}} ] }""")), ($"assets/{HashOf(bomb)}", bomb))).ShouldContain("larger than 64 MB");
    }
}
