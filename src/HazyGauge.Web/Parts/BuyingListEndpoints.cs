using System.Globalization;
using System.Text;
using System.Text.Json;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Parts;
using HazyGauge.Data.Entries;
using HazyGauge.Data.Jobs;
using HazyGauge.Formats.Tables;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Shelf;
using Microsoft.AspNetCore.Http.HttpResults;

namespace HazyGauge.Web.Parts;

/// <summary>What a job needs: every station's parts, merged, with what became of them.</summary>
/// <param name="Items">The lines: what is open first.</param>
/// <param name="Open">How many still have to come.</param>
/// <param name="Total">What all with a price cost together; null where none has one.</param>
/// <param name="WithoutPrice">How many have no price yet.</param>
/// <param name="Kits">Kits on the shelf, by how much of what is still to come each covers.</param>
public sealed record BuyingListAnswer(IReadOnlyList<BuyingLine> Items, int Open, double? Total, int WithoutPrice, IReadOnlyList<KitCover> Kits);

/// <summary>What a kit covers of a job.</summary>
/// <param name="Name">The kit.</param>
/// <param name="Price">What it costs; null where that is not known.</param>
/// <param name="Covers">Lines of the list that it covers.</param>
/// <param name="Missing">Parts and wiring still to come that it does not.</param>
/// <param name="Beyond">What comes with it and this job does not need.</param>
public sealed record KitCover(string Name, double? Price, IReadOnlyList<string> Covers, IReadOnlyList<string> Missing, IReadOnlyList<string> Beyond);

/// <summary>What became of a line; what is left out stays.</summary>
/// <param name="Status">How far it has come.</param>
/// <param name="Name">What it is called; a line no station asks for needs one.</param>
/// <param name="Quantity">How many.</param>
/// <param name="Price">What one costs.</param>
/// <param name="Source">Where it comes from.</param>
public sealed record BuyingLineRequest(PartStatus? Status = null, string? Name = null, double? Quantity = null, double? Price = null, string? Source = null);

/// <summary>The buying list of a job.</summary>
internal static class BuyingListEndpoints
{
    private static readonly string[] Columns = ["item", "name", "quantity", "kind", "for", "holdsUp", "status", "price", "source"];

    public static void MapBuyingList(this IEndpointRouteBuilder api)
    {
        api.MapGet("/jobs/{id:guid}/buying-list", ListAsync).WithSummary("What a job needs: every station's parts, merged, with price, source and how far each has come.");
        api.MapGet("/jobs/{id:guid}/buying-list.csv", CsvAsync).WithSummary("The same as a table.").Produces(StatusCodes.Status200OK, contentType: "text/csv");
        api.MapPost("/jobs/{id:guid}/buying-list/{item}", NoteAsync)
            .WithSummary("Writes down what became of a line, or adds one. It is an entry on the record.")
            .NeedsHeader(Author.Header, "Who writes: 1 to 20 printable characters.")
            .WithExample("""{ "status": "ordered", "price": 84.5, "source": "parts counter" }""");
    }

    private static async Task<Results<Ok<BuyingListAnswer>, ProblemHttpResult>> ListAsync(
        Guid id,
        JobStore jobs,
        BuyingListReader reader,
        ShelfSheets shelf,
        CancellationToken cancellation
    ) =>
        await jobs.ExistsAsync(id, cancellation) ? TypedResults.Ok(Answer(await reader.ReadAsync(id, cancellation), await shelf.AllAsync(cancellation))) : JobEndpoints.NoSuchJob();

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> CsvAsync(Guid id, JobStore jobs, BuyingListReader reader, CancellationToken cancellation)
    {
        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return JobEndpoints.NoSuchJob();
        }

        static string Number(double? number) => number?.ToString("0.##", CultureInfo.InvariantCulture) ?? string.Empty;
        var lines = await reader.ReadAsync(id, cancellation);
        var rows = lines.Select(l =>
            new[]
            {
                l.Item,
                l.Name.Text,
                Number(l.Quantity),
                Named(l.Kind),
                string.Join("; ", l.For.Select(f => f.Why.Text)),
                string.Join(' ', l.HoldsUp),
                Named(l.Status),
                Number(l.Price),
                l.Source ?? string.Empty,
            }
        );
        return TypedResults.File(Encoding.UTF8.GetBytes(CsvTable.Write(Columns, rows)), "text/csv", "buying-list.csv");
    }

    private static async Task<Results<Ok<BuyingLine>, ProblemHttpResult>> NoteAsync(
        Guid id,
        string item,
        BuyingLineRequest note,
        HttpRequest request,
        JobStore jobs,
        BuyingListReader reader,
        EntryRules rules,
        EntryWriter writer,
        JsonSerializerOptions json,
        CancellationToken cancellation
    )
    {
        if (!await jobs.ExistsAsync(id, cancellation))
        {
            return JobEndpoints.NoSuchJob();
        }

        var author = Author.Of(request);
        if (note == new BuyingLineRequest())
        {
            throw new RefusedInputException("status", "Say what became of it: needed, ordered, arrived, onTheShelf or notNeeded; or its price, source or number.");
        }

        if (!PartEntry.IsItem(item))
        {
            throw new RefusedInputException("item", PartEntry.NoItem);
        }

        if (string.IsNullOrWhiteSpace(note.Name) && (await reader.ReadAsync(id, cancellation)).All(l => l.Item != item))
        {
            return JobEndpoints.NotFound($"There is no line '{item}' on the buying list. Give it a name to add it.");
        }

        var payload = JsonSerializer.SerializeToElement(new PartNote(item, note.Status, note.Name?.Trim(), note.Quantity, note.Price, note.Source?.Trim()), json);
        var key = request.Headers["Idempotency-Key"].ToString().Trim();
        var toWrite = rules.Check(new EntryRequest(PartEntry.Key, Payload: payload), author, key.Length > 0 ? key : Guid.CreateVersion7().ToString());
        var written = await writer.WriteAsync(id, toWrite, cancellation);
        return written.Outcome switch
        {
            WriteOutcome.Written or WriteOutcome.AlreadyThere => TypedResults.Ok((await reader.ReadAsync(id, cancellation)).Single(l => l.Item == item)),
            WriteOutcome.NoSuchJob => JobEndpoints.NoSuchJob(),
            _ => throw new RefusedInputException("Idempotency-Key", "Another entry was written under this key already."),
        };
    }

    private static BuyingListAnswer Answer(IReadOnlyList<BuyingLine> lines, IReadOnlyList<ShelfSheet> shelf)
    {
        var bought = lines.Where(l => l.Status is not (PartStatus.NotNeeded or PartStatus.OnTheShelf)).ToList();
        return new BuyingListAnswer(
            lines,
            lines.Count(l => l.IsOpen),
            bought.Any(l => l.Price is not null) ? bought.Sum(l => l.Price * l.Quantity ?? 0) : null,
            bought.Count(l => l.Price is null),
            [.. shelf.Where(s => s.Kind == SheetKind.Kit).Select(k => Cover(k, lines)).OrderByDescending(k => k.Covers.Count).ThenBy(k => k.Price ?? double.MaxValue)]
        );
    }

    private static KitCover Cover(ShelfSheet kit, IReadOnlyList<BuyingLine> lines)
    {
        var open = lines.Where(l => l.IsOpen && l.Kind is PartKind.Part or PartKind.Wiring).Select(l => l.Item).ToList();
        return new KitCover(
            kit.Name,
            kit.Price,
            [.. open.Intersect(kit.Covers, StringComparer.Ordinal)],
            [.. open.Except(kit.Covers, StringComparer.Ordinal)],
            [.. kit.Covers.Except(lines.Select(l => l.Item), StringComparer.Ordinal)]
        );
    }

    private static string Named<T>(T value)
        where T : struct, Enum => JsonNamingPolicy.CamelCase.ConvertName(value.ToString());
}
