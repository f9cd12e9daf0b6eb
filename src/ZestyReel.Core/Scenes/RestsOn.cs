namespace ZestyReel.Core.Scenes;

/// <summary>What motion is worked out from: single channels and, where a target has no channel, where and how an object lies in what carries it.</summary>
public static class RestsOn
{
    /// <summary>What an object's place in the world is worked out from.</summary>
    public static IEnumerable<TimeTarget> Place(Scene scene, ObjectId id) => scene.Behind(id).SelectMany(each => each.Lag is { On: true, World: false } lag
        // What lags is worked out together.
        ? lag.Channels.Select(channel => new TimeTarget(each.Id, channel)).Prepend(new(each.Id, null))
        : [new TimeTarget(each.Id, null)]);

    /// <summary>What the value of a channel is worked out from.</summary>
    public static IEnumerable<TimeTarget> Channel(Scene scene, ObjectId id, string channel)
    {
        var thing = scene.Object(id);
        var reads = new HashSet<TimeTarget> { new(id, channel) };
        void Add(params ReadOnlySpan<string> channels)
        {
            foreach (var each in channels) reads.Add(new(id, each));
        }
        var lags = thing.Lag?.Moves(channel) == true;
        if (lags) Add([Lag.Frequency, Lag.Damping, .. thing.Lag!.Channels]);
        if (thing.Sway is { } sway && (sway.Moves(channel) || lags && thing.Lag!.Channels.Any(sway.Moves))) Add([Sway.Pace, Sway.Roughness, .. sway.Channels.Select(Sway.AmountOf)]);
        if (DeformerChannels.SpeedOf(channel) is { } speed && thing.Find(speed) is not null) Add(speed);
        // What rolls adds up all that carries it; quaternion interpolation is one of three channels together; and what lags or bounces in the world does so wherever it is carried.
        if (thing.Roll?.Channel == channel || lags && thing.Lag!.World || thing.Bounce?.Moves(channel) == true
            || thing.RotationInterpolation == RotationInterpolation.Quaternion && channel.StartsWith("rotation.", StringComparison.Ordinal))
            reads.UnionWith(Place(scene, id));
        return reads;
    }

    /// <summary>Whether what is started is among what is read.</summary>
    public static bool Touches(TimeTarget started, TimeTarget read) => started.Object == read.Object
        && (started.Channel is null || (read.Channel is { } channel ? channel == started.Channel : IsOfPlace(started.Channel)));

    private static bool IsOfPlace(string channel) =>
        channel is Follow.Travel or Aim.Weight || ChannelCatalogue.IsOfLoose(channel) || ChannelCatalogue.OfAnyKind(channel)?.IsOfTransform == true;
}
