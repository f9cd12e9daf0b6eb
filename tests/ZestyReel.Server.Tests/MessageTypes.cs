using System.Globalization;
using System.Reflection;
using System.Text;
using System.Text.Json;
using MessagePack;
using ZestyReel.Core.Curves;
using ZestyReel.Core.Time;
using ZestyReel.Server.Live;
using ZestyReel.Server.Wire;

namespace ZestyReel.Server.Tests;

/// <summary>
/// The messages of the live line as TypeScript, for the pages: <c>./zesty types</c> writes it, and a test holds that what
/// is written is what is here.
/// </summary>
internal static class MessageTypes
{
    /// <summary>What the hub sends or answers; what these are made of comes with them.</summary>
    private static readonly Type[] Messages =
        [typeof(SceneMessage), typeof(MoreMessage), typeof(ChangeMessage), typeof(SamplesMessage), typeof(TriedMessage), typeof(KeptMessage), typeof(TimeMessage), typeof(CurveMessage), typeof(FallMessage), typeof(PeopleMessage), typeof(MotionMessage), typeof(CueProposalMessage), typeof(LayerShareMessage), typeof(BakeWayMessage), typeof(PaceMessage), typeof(MeetingMessage), typeof(CastMessage), typeof(ShownMessage), typeof(TrackerMessage), typeof(TrackedMessage)];

    /// <summary>The source of a module.</summary>
    public static string TypeScript()
    {
        var (text, nulls) = (new StringBuilder(), new NullabilityInfoContext());
        text.Append("// Written by ./zesty types from the records of src/ZestyReel.Server/Wire/, where they are explained.\n");
        text.Append(CultureInfo.InvariantCulture, $"\n/** How many bytes a key takes on the wire. */\nexport const keySize = {KeyWire.KeySize}\n");
        text.Append(CultureInfo.InvariantCulture, $"\n/** Most chunks that a tab may hold. */\nexport const mostChunks = {TabFrames.Most}\n");
        text.Append(CultureInfo.InvariantCulture, $"\n/** The furthest frame there is, either way. */\nexport const furthestFrame = {FrameRange.FurthestFrame}\n");
        var (seen, waiting) = (new HashSet<Type>(), new Queue<Type>([typeof(Interpolation), .. Messages]));
        while (waiting.TryDequeue(out var type))
        {
            if (!seen.Add(type)) continue;
            if (type.IsEnum)
            {
                var words = string.Join(", ", Enum.GetNames(type).Select(name => $"'{JsonNamingPolicy.CamelCase.ConvertName(name)}'"));
                var list = Plural(JsonNamingPolicy.CamelCase.ConvertName(type.Name));
                // A long list goes to a line for each word, as the pages' formatter has it.
                var line = $"export const {list} = [{words}] as const";
                if (line.Length > 120) line = $"export const {list} = [\n  {words.Replace(", ", ",\n  ", StringComparison.Ordinal)},\n] as const";
                text.Append(CultureInfo.InvariantCulture, $"\n/** In the order of their numbers. */\n{line}\nexport type {type.Name} = (typeof {list})[number]\n");
                continue;
            }
            text.Append(CultureInfo.InvariantCulture, $"\nexport interface {type.Name} {{\n");
            foreach (var part in type.GetProperties())
            {
                if (part.GetCustomAttribute<KeyAttribute>() is not { StringKey: { } name }) continue;
                var of = Nullable.GetUnderlyingType(part.PropertyType) ?? part.PropertyType;
                var inner = of.IsArray ? of.GetElementType()! : of;
                if (inner.IsEnum || inner.Namespace == typeof(SceneMessage).Namespace) waiting.Enqueue(inner);
                var nullable = nulls.Create(part).ReadState == NullabilityState.Nullable ? " | null" : "";
                text.Append(CultureInfo.InvariantCulture, $"  {name}: {Word(of, part)}{nullable}\n");
            }
            text.Append("}\n");
        }
        return text.ToString();
    }

    private static string Word(Type type, PropertyInfo part) => type switch
    {
        _ when type == typeof(byte[]) => "Uint8Array",
        _ when part.GetCustomAttribute<PairAttribute>() is not null => "[number, number]",
        _ when part.GetCustomAttribute<TripleAttribute>() is not null => "[number, number, number]",
        { IsArray: true } => $"{Word(type.GetElementType()!, part)}[]",
        { IsEnum: true } => type.Name,
        _ when type == typeof(string) => "string",
        _ when type == typeof(bool) => "boolean",
        { IsPrimitive: true } => "number",
        _ => type.Name,
    };

    private static string Plural(string name) => name.EndsWith('s') ? $"{name}es" : name.EndsWith('y') ? $"{name[..^1]}ies" : $"{name}s";
}
