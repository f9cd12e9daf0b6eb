using ZestyReel.Core.Scenes;

namespace ZestyReel.Core.Evaluation;

/// <summary>One step in the order in which an object's channels are evaluated; see <see cref="Stages"/>.</summary>
internal interface IStage
{
    /// <summary>Who a value that this step gives a channel is from, in a word for a person.</summary>
    string DriverOf(SceneObject thing, string channel, FrameTimes times);

    /// <summary>Whether the step has a say in a channel, so that its value may differ from frame to frame.</summary>
    bool Moves(SceneObject thing, string channel, FrameTimes times);

    /// <summary>The other objects that the step reads for this one, nearest first.</summary>
    IEnumerable<ObjectId> Reads(Scene scene, SceneObject thing);

    /// <summary>Changes what the steps before have given.</summary>
    void Apply(ChannelRows rows, FrameTimes times);

    /// <summary>The value that must be there before this step so that another is there after it; null where none gives that.</summary>
    /// <param name="thing">Whose channel.</param>
    /// <param name="spec">The channel.</param>
    /// <param name="after">The value wanted after the step, in the channel's unit.</param>
    /// <param name="times">A single moment.</param>
    double? Before(SceneObject thing, ChannelSpec spec, double after, FrameTimes times);
}
