using Dapper;
using ZestyReel.Core;

namespace ZestyReel.Store;

/// <summary>The shapes that people keep, whatever scene they are in.</summary>
public sealed class ShapeShelf(Database database)
{
    /// <summary>Most shapes that are kept.</summary>
    public const int MostShapes = 500;

    public IReadOnlyList<KeptShape> List() => database.Read(connection =>
        connection.Query<KeptShape>("SELECT name, css FROM kept_shape ORDER BY name COLLATE NOCASE").AsList());

    /// <summary>Keeps a shape, in place of one of the same name.</summary>
    /// <exception cref="Refusal">There is no room for another one.</exception>
    public void Keep(KeptShape shape) => database.Write(connection =>
    {
        if (connection.ExecuteScalar<long>("SELECT COUNT(*) FROM kept_shape WHERE name <> @Name", shape) >= MostShapes)
            throw new Refusal("name", $"there is room for {MostShapes} kept shapes; let one go first");
        connection.Execute("""
            INSERT INTO kept_shape (name, css) VALUES (@Name, @Css) ON CONFLICT (name) DO UPDATE SET css = excluded.css
            """, shape);
    });

    public void Delete(string name) => database.Write(connection => connection.Execute("DELETE FROM kept_shape WHERE name = @name", new { name }));
}
