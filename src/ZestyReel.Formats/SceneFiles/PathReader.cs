using ZestyReel.Core.Scenes;

namespace ZestyReel.Formats.SceneFiles;

/// <summary>Reads the way of a path, and how an object follows one.</summary>
internal static class PathReader
{
    /// <summary>The way of a path; null where it has faults or the object is no path.</summary>
    public static PathShape? Read(Node item, Dictionary<string, Node> fields, ObjectKind kind)
    {
        if (kind != ObjectKind.Path)
        {
            foreach (var name in (string[])["points", "closed", "spread"])
                if (fields.TryGetValue(name, out var alien)) alien.Fault("only a path has it");
            return null;
        }
        var closed = fields.TryGetValue("closed", out var closedNode) && (closedNode.Truth() ?? false);
        var spread = fields.TryGetValue("spread", out var spreadNode) ? spreadNode.Word<PathSpread>() : null;
        if (!fields.TryGetValue("points", out var list))
        {
            item.Fault("a path has points");
            return null;
        }
        var items = list.Items();
        if (items.Count > PathShape.MostPoints)
        {
            list.Fault($"{items.Count} points are more than the {PathShape.MostPoints} that a path can have");
            return null;
        }
        var points = items.Select(ReadPoint).ToList();
        if (points.Any(point => point is null)) return null;
        var shape = new PathShape([.. points.Select(point => point!.Value)], closed, spread ?? PathSpread.Even);
        return list.Guarded(() =>
        {
            PathRules.Check(shape);
            return shape;
        });
    }

    /// <summary>How an object follows a path, and where the path's name stands; null where it has faults.</summary>
    public static (Follow Follow, Node Path)? ReadFollow(Node node)
    {
        if (node.Fields(["path"], ["facing", "up", "bank"]) is not { } fields || !fields.TryGetValue("path", out var path)) return null;
        var facing = fields.TryGetValue("facing", out var facingNode) ? AxisWords.Read(facingNode) : null;
        var up = fields.TryGetValue("up", out var upNode) ? AxisWords.Read(upNode) : null;
        var bank = fields.TryGetValue("bank", out var bankNode) ? bankNode.Number() : null;
        var follow = new Follow(default, facing, up ?? SignedAxis.PlusY, bank ?? 0);
        return node.Guarded<Follow>(() =>
        {
            PathRules.Check(follow);
            return follow;
        }) is { } read ? (read, path) : null;
    }

    /// <summary>How an object aims, and where the target's name stands; null where it has faults.</summary>
    public static (Aim Aim, Node Target)? ReadAim(Node node)
    {
        if (node.Fields(["at"], ["axis", "up"]) is not { } fields || !fields.TryGetValue("at", out var target)) return null;
        var axis = fields.TryGetValue("axis", out var axisNode) ? AxisWords.Read(axisNode) : null;
        var up = fields.TryGetValue("up", out var upNode) ? AxisWords.Read(upNode) : null;
        var aim = new Aim(default, axis ?? SignedAxis.MinusZ, up ?? SignedAxis.PlusY);
        return node.Guarded<Aim>(() =>
        {
            AimRules.Check(aim);
            return aim;
        }) is { } read ? (read, target) : null;
    }

    private static PathPoint? ReadPoint(Node node)
    {
        if (node.Fields(["at"], ["kind", "in", "out"]) is not { } fields || !fields.TryGetValue("at", out var at)) return null;
        var kind = (fields.TryGetValue("kind", out var kindNode) ? kindNode.Word<PathPointKind>() : null) ?? PathPointKind.Smooth;
        var isFree = kind == PathPointKind.Free;
        Vector? Handle(string name)
        {
            if (!fields.TryGetValue(name, out var handle))
            {
                if (isFree) node.Fault($"a free point needs {name}, its handle");
                return isFree ? null : Vector.Zero;
            }
            if (isFree) return ReadVector(handle);
            handle.Fault("only a free point has handles of its own");
            return null;
        }
        return (ReadVector(at), Handle("in"), Handle("out")) is ({ } place, { } before, { } after) ? new PathPoint(place, kind, before, after) : null;
    }

    private static Vector? ReadVector(Node node)
    {
        var parts = node.Items();
        if (parts.Count != 3)
        {
            if (node.Element.ValueKind == System.Text.Json.JsonValueKind.Array) node.Fault("a place has three numbers: x, y and z");
            return null;
        }
        return (parts[0].Number(), parts[1].Number(), parts[2].Number()) is ({ } x, { } y, { } z) ? new Vector(x + 0.0, y + 0.0, z + 0.0) : null;
    }
}
