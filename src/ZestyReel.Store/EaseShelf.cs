using Dapper;
using ZestyReel.Core;

namespace ZestyReel.Store;

/// <summary>The eases that people keep, whatever scene they are in.</summary>
public sealed class EaseShelf(Database database)
{
    /// <summary>Most eases that are kept.</summary>
    public const int MostEases = 500;

    /// <summary>All that are kept, by name.</summary>
    public IReadOnlyList<KeptEase> List() => database.Read(connection =>
        connection.Query<KeptEase>("SELECT name, css FROM kept_ease ORDER BY name COLLATE NOCASE").AsList());

    /// <summary>Keeps an ease, in place of one of the same name.</summary>
    /// <exception cref="Refusal">There is no room for another one.</exception>
    public void Keep(KeptEase ease) => database.Write(connection =>
    {
        if (connection.ExecuteScalar<long>("SELECT COUNT(*) FROM kept_ease WHERE name <> @Name", ease) >= MostEases)
            throw new Refusal("name", $"there is room for {MostEases} kept eases; let one go first");
        connection.Execute("""
            INSERT INTO kept_ease (name, css) VALUES (@Name, @Css) ON CONFLICT (name) DO UPDATE SET css = excluded.css
            """, ease);
    });

    /// <summary>Lets go of one; nothing where there is none.</summary>
    public void Delete(string name) => database.Write(connection => connection.Execute("DELETE FROM kept_ease WHERE name = @name", new { name }));
}
