using System.Collections.Immutable;
using ZestyReel.Core.Edits;
using ZestyReel.Server.Scenes;

namespace ZestyReel.Server.Recording;

/// <summary>What a hand did while the scene played.</summary>
/// <param name="Object">The object that it drove.</param>
/// <param name="Start">The played frame of its first sample; it need not be whole.</param>
/// <param name="Speed">Seconds of the scene for each on the wall.</param>
/// <param name="Channels">The channels that it drove.</param>
/// <param name="Seconds">When each sample came, on the wall.</param>
/// <param name="Values">One row for each channel.</param>
/// <param name="End">When it was let go, in the same seconds.</param>
/// <param name="Mark">The sender's own mark: what is sent twice is kept once.</param>
/// <param name="By">Who recorded it.</param>
/// <param name="ObjectName">What the object was called, should it be gone by now.</param>
public sealed record HandTake(
    int Object, double Start, double Speed, ImmutableArray<string> Channels, ImmutableArray<double> Seconds, ImmutableArray<ImmutableArray<double>> Values,
    double? End = null, string Mark = "", ByRequest? By = null, string ObjectName = "");

/// <summary>A take.</summary>
/// <param name="Id">Which one.</param>
/// <param name="Number">Its number within the scene.</param>
/// <param name="Name">As people call it; empty for its number alone.</param>
/// <param name="Object">The object that was driven.</param>
/// <param name="ObjectName">As it was called.</param>
/// <param name="Device">The device; empty for a hand.</param>
/// <param name="Channels">The channels that were driven.</param>
/// <param name="First">The played frame at which it begins.</param>
/// <param name="Last">The played frame at which it ends.</param>
/// <param name="Speed">Seconds of the scene for each on the wall.</param>
/// <param name="ByStamps">Whether it goes where its device's own clock says.</param>
/// <param name="HasStamps">Whether its device has a clock.</param>
/// <param name="Seconds">How long it is in the scene.</param>
/// <param name="Samples">How many samples it has.</param>
/// <param name="Lost">How many are known to have been lost.</param>
/// <param name="Gaps">Where nothing came: two played frames each.</param>
/// <param name="MadeBy">Who recorded it; null where nobody said.</param>
/// <param name="MadeAt">When, in UTC.</param>
public sealed record TakeCard(
    long Id, long Number, string Name, int Object, string ObjectName, string Device, ImmutableArray<string> Channels, double First, double Last, double Speed,
    bool ByStamps, bool HasStamps, double Seconds, long Samples, long Lost, ImmutableArray<ImmutableArray<double>> Gaps, string? MadeBy, string MadeAt);

/// <summary>What people call a take.</summary>
public sealed record TakeName(string Name);

/// <summary>Whether a take goes where its device's own clock says.</summary>
public sealed record TakeClock(bool ByStamps);

/// <summary>What moved in a take, in a few hundred places.</summary>
/// <param name="Frames">The played frames.</param>
/// <param name="Values">One row for each channel.</param>
public sealed record TakeCourseAnswer(ImmutableArray<double> Frames, ImmutableArray<ImmutableArray<double>> Values);

/// <summary>The way of an object through the world as a take has it.</summary>
/// <param name="Frames">The played frames.</param>
/// <param name="Places">Three numbers for each.</param>
public sealed record TakeWayAnswer(ImmutableArray<double> Frames, ImmutableArray<float> Places);

/// <summary>A take, or a part of one.</summary>
/// <param name="Take">Which.</param>
/// <param name="Until">The played frame at which the next one takes over; nothing of the last.</param>
public sealed record TakeUse(long Take, double? Until = null);

/// <summary>Takes that are made into keys.</summary>
/// <param name="Object">The object that is to move.</param>
/// <param name="Parts">One take, or parts of several, one after the other.</param>
/// <param name="Blend">Frames over which one part goes over into the next.</param>
/// <param name="Into">Where the keys go.</param>
/// <param name="Name">What the layer is called; empty for the takes' numbers.</param>
/// <param name="Tolerance">The largest difference that fewer keys may make, in scene lengths.</param>
/// <param name="Degrees">The same in degrees.</param>
/// <param name="Ease">Frames over which the layer comes in and goes out.</param>
public sealed record LandTakes(
    int Object, ImmutableArray<TakeUse> Parts, double Blend = 0, TakeInto Into = TakeInto.Layer, string Name = "", double Tolerance = 0, double Degrees = 0, double Ease = 0);

/// <summary>What becomes of takes that are made into keys.</summary>
/// <param name="Name">What the layer is called.</param>
/// <param name="First">The played frame at which the motion begins.</param>
/// <param name="Last">The played frame at which it ends.</param>
/// <param name="Samples">Samples of all channels.</param>
/// <param name="Keys">The keys that say the same.</param>
/// <param name="Error">By how much they are off at most, in scene lengths.</param>
/// <param name="Degrees">By how much they are off at most, in degrees.</param>
/// <param name="Gaps">How many gaps are gone through in a straight line.</param>
public sealed record TakeTold(string Name, double First, double Last, int Samples, int Keys, double Error, double Degrees, int Gaps);

/// <summary>Where devices are listened for.</summary>
/// <param name="Port">The UDP port on this machine; 0 where it could not be taken.</param>
/// <param name="Problem">Why it could not; empty where it could.</param>
public sealed record TrackingPort(int Port, string Problem);
