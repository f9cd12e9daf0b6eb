using System.Collections.Immutable;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;
using ZestyReel.Store.Packing;

namespace ZestyReel.Store.Tests;

public class KeyPackingTests
{
    [Fact]
    public void Packed_keys_come_back_the_same()
    {
        var keys = Enumerable.Range(0, 500).Select(i => new Key(
            new Tick(i * 29_400_000L - 7_000_000_000), Math.Sin(i) * 1e5, (Interpolation)(i % 6), (Interpolation)(i / 6 % 6),
            i % 3 == 0 ? new Handle(-i * 1000.5, i) : default, i % 4 == 0 ? new Handle(i * 333.25, -i) : default)).ToImmutableArray();
        KeyPacking.Unpack(KeyPacking.Pack(keys.AsSpan())).ShouldBe(keys);
    }

    [Fact]
    public void Plain_keys_take_seventeen_bytes_each() =>
        KeyPacking.Pack([.. Enumerable.Range(0, 1000).Select(i => new Key(new Tick(i), i))]).Length.ShouldBe(5 + 17_000);

    [Fact]
    public void Damage_is_noticed()
    {
        var bytes = KeyPacking.Pack([new Key(new Tick(1), 2)]);
        Should.Throw<InvalidDataException>(() => KeyPacking.Unpack(bytes.AsSpan()[..^3]));
        Should.Throw<InvalidDataException>(() => KeyPacking.Unpack([9, .. bytes.AsSpan()[1..]]));
        Should.Throw<InvalidDataException>(() => KeyPacking.Unpack([]));
    }
}
