using System.Text.Json.Serialization;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;

namespace ZestyReel.Core.Edits;

/// <summary>A copied key, every part of it given.</summary>
[method: JsonConstructor]
public readonly record struct CopiedKey(
    Tick Time, double Value, Interpolation In, Interpolation Out, Handle InHandle, Handle OutHandle)
{
    /// <summary>A key as it is copied.</summary>
    public static CopiedKey Of(Key key) => new(key.Time, key.Value, key.In, key.Out, key.InHandle, key.OutHandle);

    /// <summary>The key that was copied.</summary>
    public Key Key() => new(Time, Value, In, Out, InHandle, OutHandle);
}
