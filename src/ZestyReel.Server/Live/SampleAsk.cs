using System.Collections.Immutable;
using ZestyReel.Core;
using ZestyReel.Core.Time;

namespace ZestyReel.Server.Live;

/// <summary>A tab's wish for samples.</summary>
/// <param name="Number">Counts the tab's asks.</param>
/// <param name="Frames">Frames of one chunk.</param>
/// <param name="IsAhead">Nobody waits for it: it is fetched before it is needed.</param>
/// <param name="LetGo">Chunks that the tab has let go of since its last ask.</param>
public sealed record SampleAsk(long Number, FrameRange Frames, bool IsAhead, ImmutableArray<long> LetGo)
{
    /// <exception cref="Refusal">The frames are out of reach or of more than one chunk, or too much is let go.</exception>
    public SampleAsk Checked(Chunks chunks)
    {
        Frames.Checked("frames");
        if (chunks.Of(Frames.First) != chunks.Of(Frames.Last)) throw new Refusal("frames", $"ask for frames of one chunk at a time; each has {chunks.Length}");
        if (LetGo.Length > TabFrames.Most) throw new Refusal("letGo", $"let go of at most {TabFrames.Most} chunks at a time");
        return this;
    }
}
