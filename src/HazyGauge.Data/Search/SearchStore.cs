using System.Data.Common;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;

namespace HazyGauge.Data.Search;

/// <summary>A piece of a text that is one of the words looked for.</summary>
/// <param name="Start">Its first character.</param>
/// <param name="End">The first character behind it.</param>
public readonly record struct Spot(int Start, int End);

/// <summary>A text in which words stand that were looked for.</summary>
/// <param name="Text">The text.</param>
/// <param name="Spots">Where, in the order of the text.</param>
/// <param name="Words">How many of the words stand in it.</param>
public sealed record FoundText(SearchTextRow Text, IReadOnlyList<Spot> Spots, int Words);

/// <summary>A job in which every word that was looked for stands, with the texts they stand in.</summary>
/// <param name="Id">The job.</param>
/// <param name="Name">What the shop calls it.</param>
/// <param name="Vehicle">The vehicle in a few words.</param>
/// <param name="ArchivedAt">When it was put aside.</param>
/// <param name="Texts">The texts.</param>
public sealed record FoundJob(Guid Id, string Name, string Vehicle, DateTimeOffset? ArchivedAt, IReadOnlyList<FoundText> Texts);

/// <summary>Finds jobs by their words.</summary>
public sealed class SearchStore(IDbContextFactory<HazyGaugeDb> contexts)
{
    // A hit in the name of a job counts more than one in what was written down on it.
    private const string BestFirst = "bm25(SearchIndex, 10.0, 1.0)";

    // Neither can stand in a text that was taken in.
    private const char Begins = '\u0002';
    private const char Ends = '\u0003';

    /// <summary>The jobs, those that match best first, archived ones too.</summary>
    /// <param name="words">What is looked for.</param>
    /// <param name="limit">At most this many.</param>
    /// <param name="cancellation">Gives up.</param>
    public async Task<IReadOnlyList<FoundJob>> FindAsync(SearchWords words, int limit, CancellationToken cancellation)
    {
        await using var db = await contexts.CreateDbContextAsync(cancellation);
        await db.Database.OpenConnectionAsync(cancellation);
        var found = await db
            .Database.SqlQueryRaw<Guid>(
                $"""
                SELECT j.Id AS Value FROM (SELECT rowid AS "Key", {BestFirst} AS Score FROM SearchIndex WHERE SearchIndex MATCH @p0 ORDER BY Score LIMIT @p1) hit
                JOIN Jobs j ON j.SearchKey = hit."Key" ORDER BY hit.Score, j.CreatedAt DESC
                """,
                words.AsMatch,
                limit
            )
            .ToListAsync(cancellation);
        var jobs = await db
            .Jobs.AsNoTracking()
            .Where(j => found.Contains(j.Id))
            .Select(j => new
            {
                j.Id,
                j.Name,
                j.Vehicle,
                j.ArchivedAt,
            })
            .ToDictionaryAsync(j => j.Id, cancellation);
        var texts = await db.SearchTexts.AsNoTracking().Where(t => found.Contains(t.JobId)).ToListAsync(cancellation);
        var places = (await PlacesAsync(db.Database.GetDbConnection(), texts, words, cancellation)).ToLookup(t => t.Text.JobId);
        return [.. found.Select(id => jobs[id]).Select(j => new FoundJob(j.Id, j.Name, j.Vehicle, j.ArchivedAt, [.. places[j.Id]]))];
    }

    // The index knows jobs; in which of their texts a word stands, its own tokenizer says of a passing index of just these.
    private static async Task<List<FoundText>> PlacesAsync(DbConnection connection, List<SearchTextRow> texts, SearchWords words, CancellationToken cancellation)
    {
        async Task RunAsync(string sql, string? value = null)
        {
            await using var command = Command(connection, sql, value);
            await command.ExecuteNonQueryAsync(cancellation);
        }

        var spots = texts.Select(_ => new List<Spot>()).ToList();
        var counts = new int[texts.Count];
        await RunAsync("CREATE VIRTUAL TABLE temp.Places USING fts5(Text, tokenize='unicode61 remove_diacritics 2')");
        try
        {
            await RunAsync("INSERT INTO temp.Places (rowid, Text) SELECT key, value FROM json_each(@value)", JsonSerializer.Serialize(texts.Select(t => t.Text)));
            foreach (var match in words.Matches)
            {
                await using var command = Command(connection, "SELECT rowid, highlight(Places, 0, char(2), char(3)) FROM temp.Places WHERE Places MATCH @value", match);
                await using var reader = await command.ExecuteReaderAsync(cancellation);
                while (await reader.ReadAsync(cancellation))
                {
                    var at = reader.GetInt32(0);
                    counts[at]++;
                    spots[at].AddRange(Spots(reader.GetString(1)));
                }
            }
        }
        finally
        {
            await RunAsync("DROP TABLE temp.Places");
        }

        return [.. texts.Select((t, i) => new FoundText(t, [.. spots[i].OrderBy(s => s.Start).ThenByDescending(s => s.End)], counts[i])).Where(t => t.Words > 0)];
    }

    private static DbCommand Command(DbConnection connection, string sql, string? value)
    {
        var command = connection.CreateCommand();
        command.CommandText = sql;
        if (value is not null)
        {
            var parameter = command.CreateParameter();
            (parameter.ParameterName, parameter.Value) = ("@value", value);
            command.Parameters.Add(parameter);
        }

        return command;
    }

    private static IEnumerable<Spot> Spots(string marked)
    {
        var (at, start) = (0, 0);
        foreach (var c in marked)
        {
            switch (c)
            {
                case Begins:
                    start = at;
                    break;
                case Ends:
                    yield return new Spot(start, at);
                    break;
                default:
                    at++;
                    break;
            }
        }
    }
}
