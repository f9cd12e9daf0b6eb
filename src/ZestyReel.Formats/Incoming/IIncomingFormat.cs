using ZestyReel.Core;
using ZestyReel.Core.Outgoing;
using ZestyReel.Core.Scenes;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Outgoing;

namespace ZestyReel.Formats.Incoming;

/// <summary>A file that is to come in, or that one which does needs.</summary>
/// <param name="Name">Its name, without folders.</param>
/// <param name="Bytes">All of it.</param>
public sealed record IncomingFile(string Name, byte[] Bytes);

/// <summary>How a file is read.</summary>
/// <param name="Unit">Scene lengths for one length of the file.</param>
/// <param name="Up">Which axis is up in the file, where its format does not say.</param>
/// <param name="Animation">Which of its animations is taken, from 0.</param>
/// <param name="Rate">The frames that its seconds are counted in; what fits its keys where none is said, else the usual.</param>
public sealed record IncomingChoice(double Unit = 1, UpAxis Up = UpAxis.Y, int Animation = 0, FrameRate? Rate = null)
{
    private const double MostUnit = 1e6;

    /// <exception cref="Refusal">A number is out of reach.</exception>
    public IncomingChoice Checked()
    {
        if (!(Unit is >= 1 / MostUnit and <= MostUnit)) throw new Refusal("unit", "a length of the file is a millionth to a million scene lengths");
        if (!Enum.IsDefined(Up)) throw new Refusal("up", "y or z is up");
        return Animation >= 0 ? this : throw new Refusal("animation", "there is no such animation");
    }
}

/// <summary>What a file has, as a scene of its own.</summary>
/// <param name="Scene">The scene.</param>
/// <param name="Assets">The files that it needs.</param>
/// <param name="Notes">What does not come in, or otherwise than it is in the file.</param>
/// <param name="Animations">The names of the animations that it has.</param>
public sealed record IncomingScene(Scene Scene, IReadOnlyDictionary<AssetHash, byte[]> Assets, IReadOnlyList<Loss> Notes, IReadOnlyList<string> Animations)
{
    /// <summary>What does not come along where it comes into another scene: that has such things of its own.</summary>
    public IReadOnlyList<string> StaysBehind { get; init; } = [];

    /// <summary>The package that it is, where that has its history; null otherwise.</summary>
    public byte[]? WithHistory { get; init; }

    /// <summary>How many triangles its meshes have, as far as that is known.</summary>
    public IReadOnlyDictionary<AssetHash, int> Triangles { get; init; } = new Dictionary<AssetHash, int>();
}

/// <summary>Which choices count for a format.</summary>
[Flags]
public enum IncomingUses
{
    /// <summary>None.</summary>
    None = 0,

    /// <summary>How long its lengths are.</summary>
    Unit = 1,

    /// <summary>Which axis is up.</summary>
    Up = 2,

    /// <summary>The frames that its seconds are counted in.</summary>
    Rate = 4,
}

/// <summary>A format that comes in as objects.</summary>
public interface IIncomingFormat
{
    /// <summary>What the names of such files end with.</summary>
    IReadOnlyList<string> Endings { get; }

    /// <summary>What people call it.</summary>
    string Name { get; }

    /// <summary>Which choices count.</summary>
    IncomingUses Uses { get; }

    /// <summary>Reads a file.</summary>
    /// <param name="main">The file.</param>
    /// <param name="beside">The bytes of a file that came with it, by its plain name; null where there is none.</param>
    /// <param name="choice">How.</param>
    /// <param name="stop">Calls it off.</param>
    /// <exception cref="Refusal">It is damaged, or has what cannot come in.</exception>
    IncomingScene Read(IncomingFile main, Func<string, byte[]?> beside, IncomingChoice choice, CancellationToken stop);
}
