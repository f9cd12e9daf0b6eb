using ZestyReel.Core;
using ZestyReel.Core.Scenes;
using ZestyReel.Formats.Bvh;
using ZestyReel.Formats.Tables;
using ZestyReel.Server.Incoming;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Live;

/// <content>What comes in from files that were sent before.</content>
public sealed partial class SceneHub
{
    /// <summary>Brings in the joints of a BVH file that was sent before.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="revision">The revision that the person saw.</param>
    /// <param name="file">What the file was answered by.</param>
    /// <param name="scale">Scene lengths for one of the file's.</param>
    /// <param name="start">The frame of its first moment.</param>
    /// <param name="up">Which axis points up in it.</param>
    /// <param name="onto">Onto objects of the same names.</param>
    /// <param name="grow">The scene range reaches to the last moment afterwards.</param>
    /// <param name="unlock">Onto channels that are locked, too.</param>
    public Task<KeptMessage> BringJoints(long scene, long revision, string file, double scale, double start, string up, bool onto, bool grow, bool unlock) => Making(scene, session =>
        session.Apply(new BvhBringing(scale, Frame(start, "start"), QueryWords.Of<BvhUp>(up, "up"), onto, grow, unlock).Of(brought.Find(file)), revision, Who, Locked(scene)));

    /// <summary>Makes keys of a table that was sent before.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="revision">The revision that the person saw.</param>
    /// <param name="file">What the table was answered by.</param>
    /// <param name="columns">Which of its columns.</param>
    /// <param name="objects">The object to which each goes.</param>
    /// <param name="channels">The channel to which each goes.</param>
    /// <param name="start">The frame of its first row.</param>
    /// <param name="tolerance">How far fewer keys may be off; 0 keeps each value.</param>
    /// <param name="degrees">The same of channels in degrees.</param>
    /// <param name="grow">The scene range reaches to the last row afterwards.</param>
    public Task<KeptMessage> BringTable(long scene, long revision, string file, int[] columns, int[] objects, string[] channels, double start, double tolerance, double degrees, bool grow) => Making(scene, session =>
    {
        if (columns is null || objects is null || channels is null || columns.Length != objects.Length || columns.Length != channels.Length || columns.Length > Core.Edits.BringTable.MostCurves) throw new Refusal("columns", "each column goes to one channel of one object");
        var bringing = new TableBringing([.. columns.Select((column, i) => (column, new ObjectId(objects[i]), channels[i] ?? ""))], Frame(start, "start"), tolerance, degrees, grow);
        return session.Apply(bringing.Of(tables.Find(file ?? ""), session.State.Scene.Rate), revision, Who, Locked(scene));
    });

    /// <summary>Brings objects of a file in that has been read before.</summary>
    /// <param name="scene">The scene.</param>
    /// <param name="revision">The revision that the person saw.</param>
    /// <param name="reading">What the file was answered by when it was read.</param>
    /// <param name="objects">Which of its objects.</param>
    /// <param name="start">The frame on which its first comes to stand.</param>
    /// <param name="keep">Whether its seconds (clock) or its frames are kept where its rate is another.</param>
    /// <param name="grow">The scene range reaches to the last key afterwards.</param>
    public async Task<KeptMessage> BringObjects(long scene, long revision, string reading, int[] objects, double start, string keep, bool grow)
    {
        using var use = sessions.Use(scene);
        var read = readings.Find(reading ?? "");
        var request = new IncomingRequest(reading!, revision, objects, Frame(start, "start"), keep, grow);
        var edit = request.Edit(read, use.State.Scene);
        IncomingKeeping.KeepFiles(scene, read, objects, shelf);
        return await Done(scene, revision, edit, Who, Locked(scene));
    }
}
