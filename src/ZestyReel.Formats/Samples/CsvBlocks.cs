using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;

namespace ZestyReel.Formats.Samples;

/// <summary>CSV that is handed out in blocks of some ten thousand characters, so that no more than one is held.</summary>
internal sealed class CsvBlocks : IDisposable
{
    private const int BlockLength = 1 << 16;

    private readonly StringWriter _text = new(new StringBuilder(BlockLength * 2));

    /// <param name="headers">What the columns are called.</param>
    public CsvBlocks(params ReadOnlySpan<string> headers)
    {
        Csv = new CsvWriter(_text, new CsvConfiguration(CultureInfo.InvariantCulture) { NewLine = "\n" }, leaveOpen: true);
        foreach (var header in headers) Csv.WriteField(header);
        Csv.NextRecord();
    }

    /// <summary>What rows are written to.</summary>
    public CsvWriter Csv { get; }

    /// <summary>Whether there is a block to be taken.</summary>
    public bool IsFull => _text.GetStringBuilder().Length >= BlockLength;

    /// <summary>Takes what has been written since the last time.</summary>
    public string Taken()
    {
        Csv.Flush();
        var block = _text.ToString();
        _text.GetStringBuilder().Clear();
        return block;
    }

    /// <inheritdoc/>
    public void Dispose() => Csv.Dispose();
}
