using Microsoft.Data.Sqlite;

namespace ZestyReel.Store;

/// <summary>One statement for many rows, compiled once: for edits of tens of thousands of rows, where the mapper's work on each would be most of the time.</summary>
internal sealed class Batch : IDisposable
{
    private readonly SqliteCommand _command;

    /// <param name="connection">Where; in the connection's present transaction.</param>
    /// <param name="sql">The statement, its parameters called $1, $2 and so on.</param>
    /// <param name="parameters">How many parameters it has.</param>
    public Batch(SqliteConnection connection, string sql, int parameters)
    {
        _command = connection.CreateCommand();
        _command.CommandText = sql;
        for (var n = 1; n <= parameters; n++) _command.Parameters.Add(new SqliteParameter { ParameterName = $"${n}" });
    }

    public void Run(params ReadOnlySpan<object?> values)
    {
        for (var i = 0; i < values.Length; i++) _command.Parameters[i].Value = values[i] ?? DBNull.Value;
        _command.ExecuteNonQuery();
    }

    public void Dispose() => _command.Dispose();
}
