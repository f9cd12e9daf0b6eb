using System.Globalization;
using ZestyReel.Core.Takes;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Recording;

/// <summary>
/// What comes of a device while it is recorded, written down as it comes: a line of JSON that says what is recorded, then a
/// line of numbers for each pose, and <c>kept N</c> once the first N passes are takes, or had nothing in them. A recording that the program
/// was killed over is read from it when the program starts anew.
/// </summary>
internal sealed class RecordingJournal : IDisposable
{
    private const string FolderName = "recordings", Kept = "kept ";

    private readonly string _path;
    private readonly StreamWriter _file;
    private bool _isBroken;

    /// <summary>Begins a file.</summary>
    /// <exception cref="IOException">It cannot be written.</exception>
    public RecordingJournal(string folder, RecordingHead head)
    {
        var all = Directory.CreateDirectory(Path.Combine(folder, FolderName)).FullName;
        _path = Path.Combine(all, $"{Guid.NewGuid():N}.txt");
        _file = new StreamWriter(_path);
        _file.WriteLine(EditJson.Write(head));
        _file.Flush();
    }

    /// <summary>Adds poses; they are with the system when this is done, and so outlive the program.</summary>
    public void Add(IReadOnlyList<TrackedPose> poses) => Write(() =>
    {
        foreach (var pose in poses)
        {
            var (at, turn) = (pose.Position, pose.Rotation);
            _file.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{pose.Number} {pose.Stamp:R} {pose.Arrived:R} {at.X:R} {at.Y:R} {at.Z:R} {turn.W:R} {turn.X:R} {turn.Y:R} {turn.Z:R}"));
        }
    });

    /// <summary>So many passes are takes by now.</summary>
    public void AddKept(int passes) => Write(() => _file.WriteLine(Kept + passes.ToString(CultureInfo.InvariantCulture)));

    /// <summary>What cannot be written any more, on a full disk say, is still in memory: recording goes on.</summary>
    private void Write(Action write)
    {
        if (_isBroken) return;
        try
        {
            write();
            _file.Flush();
        }
        catch (IOException)
        {
            _isBroken = true;
        }
    }

    /// <summary>All of it is kept elsewhere: the file is taken away.</summary>
    public void Done()
    {
        Dispose();
        File.Delete(_path);
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        try
        {
            _file.Dispose();
        }
        catch (IOException)
        {
            _isBroken = true;
        }
    }

    /// <summary>The files of recordings that nobody ended.</summary>
    public static IReadOnlyList<string> Left(string folder) => Path.Combine(folder, FolderName) is var all && Directory.Exists(all) ? [.. Directory.EnumerateFiles(all, "*.txt").Order(StringComparer.Ordinal)] : [];

    /// <summary>Reads a file as far as it is whole; null where it does not say what is recorded.</summary>
    public static (RecordingHead Head, List<TrackedPose> Poses, int Kept)? Read(string path)
    {
        var (poses, kept) = (new List<TrackedPose>(), 0);
        RecordingHead? head = null;
        foreach (var line in File.ReadLines(path))
        {
            if (head is null)
            {
                try
                {
                    head = EditJson.ReadAs<RecordingHead>(line);
                }
                catch (Core.Refusal)
                {
                    return null;
                }
            }
            else if (line.StartsWith(Kept, StringComparison.Ordinal) && int.TryParse(line.AsSpan(Kept.Length), CultureInfo.InvariantCulture, out var passes)) kept = passes;
            else if (Pose(line) is { } pose && poses.Count < Take.MostSamples) poses.Add(pose);
            // What follows a line that broke off was never written.
            else break;
        }
        return head is null ? null : (head, poses, kept);
    }

    private static TrackedPose? Pose(string line)
    {
        var numbers = new double[10];
        var parts = line.Split(' ');
        if (parts.Length != numbers.Length || !int.TryParse(parts[0], NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number)) return null;
        for (var i = 0; i < numbers.Length; i++)
            if (!double.TryParse(parts[i], NumberStyles.Float, CultureInfo.InvariantCulture, out numbers[i]) || !double.IsFinite(numbers[i])) return null;
        return new(number, numbers[1], numbers[2], new(numbers[3], numbers[4], numbers[5]), new(numbers[6], numbers[7], numbers[8], numbers[9]));
    }
}
