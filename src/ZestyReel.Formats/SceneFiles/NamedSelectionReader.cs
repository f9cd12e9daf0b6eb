using ZestyReel.Core;
using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads the list of named selections.</summary>
internal static class NamedSelectionReader
{
    public static List<NamedSelection> Read(Node node, Dictionary<string, SceneObject> byName)
    {
        var selections = new List<NamedSelection>();
        var names = new HashSet<string>();
        foreach (var item in node.Items())
        {
            if (item.Fields(["name", "objects"], []) is not { } fields) continue;
            var name = fields.TryGetValue("name", out var nameNode) && nameNode.Text() is { } text
                ? nameNode.Guarded(() => Names.Checked(text, ""))
                : null;
            if (name is not null && !names.Add(name)) nameNode.Fault($"there is a named selection {name} already");
            if (!fields.TryGetValue("objects", out var objectsNode)) continue;
            var members = new SortedSet<ObjectId>();
            var items = objectsNode.Items();
            if (items.Count == 0) objectsNode.Fault("a named selection has at least one object");
            foreach (var member in items)
            {
                if (member.Text() is not { } called) continue;
                if (!byName.TryGetValue(called, out var thing)) member.Fault($"there is no object called \"{Names.Shown(called)}\"");
                else if (!members.Add(thing.Id)) member.Fault("this object is in the selection already");
            }
            if (name is not null) selections.Add(new NamedSelection(new NamedSelectionId(selections.Count + 1), name, [.. members]));
        }
        return selections;
    }
}
