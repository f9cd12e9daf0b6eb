using Dapper;

namespace ZestyReel.Store;

/// <summary>The shapes that people keep, whatever scene they are in.</summary>
public sealed class ShapeShelf(Database database)
{
    public IReadOnlyList<KeptShape> List()
    {
        using var connection = database.Open();
        return connection.Query<KeptShape>("SELECT name, css FROM kept_shape ORDER BY name COLLATE NOCASE").AsList();
    }

    /// <summary>Keeps a shape, in place of one of the same name.</summary>
    public void Keep(KeptShape shape)
    {
        using var connection = database.Open();
        connection.Execute("""
            INSERT INTO kept_shape (name, css) VALUES (@Name, @Css) ON CONFLICT (name) DO UPDATE SET css = excluded.css
            """, shape);
    }

    public void Delete(string name)
    {
        using var connection = database.Open();
        connection.Execute("DELETE FROM kept_shape WHERE name = @name", new { name });
    }
}
