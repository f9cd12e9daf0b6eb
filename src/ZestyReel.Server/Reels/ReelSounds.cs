using ZestyReel.Core.Sounding;
using ZestyReel.Core.Time;
using ZestyReel.Formats.Sounds;
using ZestyReel.Server.Sounds;
using ZestyReel.Store;

namespace ZestyReel.Server.Reels;

/// <summary>What is heard of reels: of what was shot frame by frame, silence while the first or the last picture is held.</summary>
public sealed class ReelSounds(SoundBank bank, SceneShelf scenes)
{
    /// <summary>The longest reel that has sound, in seconds.</summary>
    public const int Longest = 20 * 60;

    /// <summary>What is heard as long as a reel is played, as WAV of 16 bits; null where nothing is, where frames are left out, or where it is too long.</summary>
    public byte[]? Of(Shooting shooting)
    {
        var (scene, plan) = (shooting.Scene, shooting.Settings.Plan);
        if (plan.Every != 1 || !Mix.Heard(scene).Any()) return null;
        // All of it starts on whole frames of the reel, wherever those begin between samples.
        long SampleOf(int place) => MixFile.SamplesIn(scene.Rate.StartOf(place) - Tick.Zero);
        var (lead, shown, all) = (SampleOf(plan.LeadIn), SampleOf(plan.LeadIn + plan.Shot), SampleOf(plan.Played));
        if (all > (long)MixFile.Rate * Longest) return null;
        // Room for the header too, of which no more is known than that it is short.
        using var file = new MemoryStream((int)all * 4 + 64);
        var wav = new WavWriter(file, WavSamples.Int16, MixFile.Rate, all);
        wav.WriteSilence(lead);
        new Mix(scene, SoundEndpoints.SamplesOf(shooting.SceneId, bank, scenes)).Write(wav, scene.Rate.StartOf(plan.Frames.First), shown - lead, _ => { }, CancellationToken.None);
        wav.WriteSilence(all - shown);
        return file.ToArray();
    }
}
