using System.Globalization;
using Microsoft.Data.Sqlite;

namespace HazyGauge.Bench;

/// <summary>
/// Makes a shop of years out of the few jobs in a database: copies of them with their whole record, so that thousands cost seconds and not the
/// hours of saving each. Documents and standings are copied as the program wrote them; each copy gets a few notes and a day of its own.
/// </summary>
public static class ManyJobs
{
    // The jobs that are there, in turn; every copy has an identity, a name, days and a creation time of its own. Every third is archived.
    private const string Copies = """
        CREATE TEMP TABLE Copies AS
        WITH RECURSIVE Numbers(N) AS (SELECT 1 UNION ALL SELECT N + 1 FROM Numbers WHERE N < $count),
        Templates AS (SELECT Id, SearchKey, row_number() OVER (ORDER BY Id) - 1 AS Turn, count(*) OVER () AS Total FROM Jobs)
        SELECT N, t.Id AS Template, printf('%08X-0000-7000-8000-%012X', 27262976 + N, N) AS Id, (SELECT max(SearchKey) FROM Jobs) + N AS SearchKey,
            strftime('%Y-%m-%dT%H:%M:%fZ', '2023-01-01', '+' || (N * 60) || ' minutes') AS CreatedAt
        FROM Numbers JOIN Templates t ON t.Turn = N % t.Total;
        CREATE INDEX temp.CopiesByTemplate ON Copies (Template);
        """;

    /// <summary>Adds copies of every job until there are as many more as asked for.</summary>
    /// <param name="file">The database; nobody else may have it open.</param>
    /// <param name="count">How many copies, all in all.</param>
    /// <param name="notes">How many notes each copy gets beside the entries it was copied with.</param>
    /// <param name="today">The day around which what they wait for falls due.</param>
    public static void Add(string file, int count, int notes, DateOnly today)
    {
        using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
        connection.Open();
        Run(connection, "PRAGMA synchronous=OFF");
        using var transaction = connection.BeginTransaction();
        Run(connection, Copies, ("$count", count));
        Copy(
            connection,
            "Jobs",
            "Id",
            ("Id", "c.Id"),
            ("Name", "t.Name || ' no. ' || c.N"),
            ("CreatedAt", "c.CreatedAt"),
            ("SearchKey", "c.SearchKey"),
            ("ArchivedAt", "iif(c.N % 3 = 0, c.CreatedAt, NULL)"),
            ("LastEntry", $"t.LastEntry + {notes} + 1")
        );
        Copy(connection, "Revisions", "JobId", ("JobId", "c.Id"));
        Copy(connection, "Standings", "JobId", ("JobId", "c.Id"));
        Copy(connection, "Entries", "JobId", ("JobId", "c.Id"));
        Copy(connection, "JobFiles", "JobId", ("JobId", "c.Id"));
        Copy(connection, "SearchTexts", "JobId", ("JobId", "c.Id"), ("Text", "iif(t.Place = 'name', t.Text || ' no. ' || c.N, t.Text)"));
        Run(
            connection,
            $"""
            INSERT INTO Entries (JobId, Number, Kind, Text, Blocks, Author, At, IdempotencyKey, Files, IsOpen)
            WITH RECURSIVE Notes(N) AS (SELECT 1 UNION ALL SELECT N + 1 FROM Notes WHERE N < {notes})
            SELECT c.Id, j.LastEntry - {notes + 1} + Notes.N, 'note', 'Note ' || Notes.N || ' on vehicle ' || c.N, '', 'JM', c.CreatedAt, 'note-' || Notes.N, '', 0
            FROM Copies c JOIN Jobs j ON j.Id = c.Id, Notes;
            INSERT INTO Entries (JobId, Number, Kind, Text, Blocks, Author, At, IdempotencyKey, Files, Due, IsOpen)
            SELECT c.Id, j.LastEntry, CASE c.N % 4 WHEN 0 THEN 'recheck' WHEN 1 THEN 'waiting' ELSE 'note' END, 'adapter ' || c.N,
                iif(c.N % 4 = 1, 'fit', ''), 'JM', c.CreatedAt, 'last', '',
                iif(c.N % 4 < 2, date($today, (c.N % 397 - 100) || ' days'), NULL), c.N % 4 < 2
            FROM Copies c JOIN Jobs j ON j.Id = c.Id;
            INSERT INTO SearchTexts (JobId, Place, Label, Text)
            SELECT e.JobId, 'entry:' || e.Number, 'Note', e.Text FROM Entries e JOIN Copies c ON c.Id = e.JobId WHERE e.IdempotencyKey LIKE 'note-%' OR e.IdempotencyKey = 'last';
            UPDATE Jobs SET
                Bay_IsWaiting = EXISTS (SELECT 1 FROM Entries e WHERE e.JobId = Jobs.Id AND e.IsOpen AND e.Kind = 'waiting'),
                Bay_FirstDue = coalesce((SELECT min(e.Due) FROM Entries e WHERE e.JobId = Jobs.Id AND e.IsOpen), '9999-12-31')
            WHERE Id IN (SELECT Id FROM Copies);
            UPDATE Jobs SET Bay_Pressing = iif(Bay_IsHeld, 1, iif(Bay_IsWaiting, 3, 2)) WHERE Id IN (SELECT Id FROM Copies);
            INSERT INTO SearchIndex (rowid, Name, Rest)
            SELECT j.SearchKey, j.Name, (SELECT group_concat(Text, char(10)) FROM SearchTexts WHERE JobId = j.Id AND Place <> 'name') FROM Jobs j JOIN Copies c ON c.Id = j.Id;
            """,
            ("$today", today.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture))
        );
        transaction.Commit();
    }

    // Every column of a table as it is, but for those that are a copy's own.
    private static void Copy(SqliteConnection connection, string table, string job, params (string Column, string Is)[] own)
    {
        using var ask = connection.CreateCommand();
        ask.CommandText = $"SELECT name FROM pragma_table_info('{table}')";
        var columns = new List<string>();
        using (var reader = ask.ExecuteReader())
        {
            while (reader.Read())
            {
                columns.Add(reader.GetString(0));
            }
        }

        var values = columns.Select(c => own.FirstOrDefault(o => o.Column == c).Is ?? $"t.\"{c}\"");
        Run(
            connection,
            $"INSERT INTO {table} ({string.Join(", ", columns.Select(c => $"\"{c}\""))}) SELECT {string.Join(", ", values)} FROM {table} t JOIN Copies c ON c.Template = t.{job}"
        );
    }

    private static void Run(SqliteConnection connection, string sql, params (string Name, object Value)[] values)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.CommandTimeout = 0;
        foreach (var (name, value) in values)
        {
            command.Parameters.AddWithValue(name, value);
        }

        command.ExecuteNonQuery();
    }
}
