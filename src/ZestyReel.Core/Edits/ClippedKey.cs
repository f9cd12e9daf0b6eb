using System.Text.Json.Serialization;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>A copied key, every part of it given.</summary>
[method: JsonConstructor]
public readonly record struct ClippedKey(
    Tick Time, double Value, Interpolation In, Interpolation Out, Handle InHandle, Handle OutHandle)
{
    public static ClippedKey Of(Key key) => new(key.Time, key.Value, key.In, key.Out, key.InHandle, key.OutHandle);

    public Key Key() => new(Time, Value, In, Out, InHandle, OutHandle);
}
