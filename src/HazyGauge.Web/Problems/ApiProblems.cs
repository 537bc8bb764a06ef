using System.ComponentModel;
using System.Text.Json;
using HazyGauge.Core.Findings;
using HazyGauge.Data;
using HazyGauge.Web.Stations;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Mvc;

namespace HazyGauge.Web.Problems;

/// <summary>Turns refusals and failures into problem details (RFC 9457) with a sentence per field.</summary>
internal sealed class ApiProblems(IProblemDetailsService problems, DataFolder folder, ILogger<ApiProblems> logger) : IExceptionHandler
{
    // What is said repeats names and words that were sent, and those may be as long as a request.
    private const int LongestDetail = 1000;
    private const int LongestName = 200;

    private const string TooLarge = "What was sent is larger than this accepts.";
    private const string WrongType = "Send JSON, with the content type application/json.";

    public async ValueTask<bool> TryHandleAsync(HttpContext httpContext, Exception exception, CancellationToken cancellationToken)
    {
        if (exception is OperationCanceledException && httpContext.RequestAborted.IsCancellationRequested)
        {
            httpContext.Response.StatusCode = StatusCodes.Status499ClientClosedRequest;
            return true;
        }

        var problem = exception switch
        {
            RefusedInputException refused => Refusal(refused),
            BadHttpRequestException { InnerException: JsonException json } => Unreadable(json),
            BadHttpRequestException bad => Problem(bad.StatusCode, Title(bad.StatusCode), Plain(bad), null),
            JsonException json => Unreadable(json),

            // Text is decoded only where it is looked at, deep inside of what was already taken for JSON. The reader marks what it takes for malformed JSON so.
            InvalidOperationException { Source: "System.Text.Json.Rethrowable" } => Problem(
                StatusCodes.Status400BadRequest,
                "The request could not be read.",
                "A character in the text is cut in half. Send whole UTF-8 text.",
                null
            ),
            InvalidDataException damaged => Problem(StatusCodes.Status400BadRequest, "The upload could not be read.", damaged.Message, null),
            _ => null,
        };
        if (exception is CannotCalculateException { InnerException: { } failed })
        {
            logger.LogError(failed, "{Address}: {Words}", httpContext.Request.Path, exception.Message);
        }

        if (problem is null && StorageFaults.Of(exception) is { } fault)
        {
            problem = Storage(fault, HttpMethods.IsGet(httpContext.Request.Method) ? "Cannot be read now." : "Not saved.");
            logger.LogError("{Words} ({Message})", problem.Detail, exception.GetBaseException().Message);
        }

        if (exception is StoredDocumentException stored)
        {
            problem = Problem(
                StatusCodes.Status500InternalServerError,
                "Something stored cannot be read.",
                $"{stored.Message} Restore a backup from before, or leave that station out.",
                null
            );
            logger.LogError(exception, "{Message}", stored.Message);
        }

        if (problem is null)
        {
            logger.LogError(exception, "Unexpected failure.");
            problem = Problem(StatusCodes.Status500InternalServerError, "Something went wrong in the program.", "Nothing was saved. The program's log says what it was.", null);
        }

        httpContext.Response.StatusCode = problem.Status!.Value;
        return await problems.TryWriteAsync(new ProblemDetailsContext { HttpContext = httpContext, ProblemDetails = problem });
    }

    private ProblemDetails Storage(StorageFault fault, string title) =>
        Problem(fault == StorageFault.NoRoom ? StatusCodes.Status507InsufficientStorage : StatusCodes.Status503ServiceUnavailable, title, fault.InWords(folder.Path), null);

    /// <summary>A problem with a title, a sentence and, where a field is at fault, sentences by field.</summary>
    public static ProblemDetails Problem(int status, string title, string detail, IReadOnlyDictionary<string, string[]>? errors)
    {
        var problem = new ProblemDetails
        {
            Status = status,
            Title = title,
            Detail = Cut(detail, LongestDetail),
        };
        if (errors is not null)
        {
            problem.Extensions["errors"] = errors
                .DistinctBy(e => Cut(e.Key, LongestName))
                .ToDictionary(e => Cut(e.Key, LongestName), e => e.Value.Select(text => Cut(text, LongestDetail)).ToArray(), StringComparer.Ordinal);
        }

        return problem;
    }

    /// <summary>A refusal, its sentences by field; beside them with their numbers, to be shown in the units chosen.</summary>
    public static ProblemDetails Refusal(RefusedInputException refused)
    {
        var problem = Problem(StatusCodes.Status422UnprocessableEntity, "This cannot be right.", refused.Message, refused.Errors);
        if (refused.Sentences.All(s => s.Key.Length <= LongestName && s.Value.All(said => said.Template.Length <= LongestDetail)))
        {
            problem.Extensions["sentences"] = refused.Sentences;
        }

        if (refused.Count > refused.Errors.Count)
        {
            problem.Extensions["errorCount"] = refused.Count;
        }

        return problem;
    }

    /// <summary>Gives a bare status that the framework itself set the sentence it lacks.</summary>
    public static void AddWords(ProblemDetailsContext context)
    {
        var problem = context.ProblemDetails;
        if (problem is { Status: StatusCodes.Status400BadRequest, Detail: null } && Misread(context.HttpContext) is { } field && WrongKind(field) is var wrong)
        {
            (problem.Title, problem.Detail) = (wrong.Title, wrong.Detail);
            problem.Extensions["errors"] = wrong.Extensions["errors"];
        }

        problem.Detail ??= problem.Status switch
        {
            StatusCodes.Status404NotFound => "There is nothing at this address.",
            StatusCodes.Status405MethodNotAllowed => "This address does not take such a request.",
            StatusCodes.Status413PayloadTooLarge => TooLarge,
            StatusCodes.Status415UnsupportedMediaType => WrongType,
            _ => problem.Title,
        };
    }

    private static ProblemDetails WrongKind(string field) =>
        Problem(
            StatusCodes.Status400BadRequest,
            "The request could not be read.",
            $"'{field}' in the address is not the kind of value that belongs there.",
            new Dictionary<string, string[]>(StringComparer.Ordinal) { [field] = ["This is not the kind of value that belongs here."] }
        );

    // What binds requests says only that a value in the address could not be read, not which.
    private static string? Misread(HttpContext http) =>
        http.GetEndpoint()
            ?.Metadata.GetOrderedMetadata<IParameterBindingMetadata>()
            .Where(p =>
                p.HasTryParse
                && http.Request.Query.TryGetValue(p.Name, out var given)
                && !CanBe(Nullable.GetUnderlyingType(p.ParameterInfo.ParameterType) ?? p.ParameterInfo.ParameterType, given.ToString())
            )
            .Select(p => p.Name)
            .FirstOrDefault();

    private static bool CanBe(Type type, string given)
    {
        try
        {
            return TypeDescriptor.GetConverter(type).ConvertFromInvariantString(given) is not null;
        }
        catch (Exception unfit) when (unfit is FormatException or ArgumentException or NotSupportedException or OverflowException)
        {
            return false;
        }
    }

    private static ProblemDetails Unreadable(JsonException json)
    {
        var field = (json.Path ?? "$").TrimStart('$').TrimStart('.');
        var text = Sentence(json);
        return Problem(
            StatusCodes.Status400BadRequest,
            "The request could not be read.",
            text,
            new Dictionary<string, string[]>(StringComparer.Ordinal) { [field.Length == 0 ? "body" : field] = [text] }
        );
    }

    // Our own converters speak to the mechanic; what the JSON reader itself says is meant for programmers.
    private static string Sentence(JsonException json) =>
        json switch
        {
            { Message: var own } when own.StartsWith("This ", StringComparison.Ordinal) => own.Split(" Path: ")[0],
            { Message: var m } when m.Contains("could not be mapped", StringComparison.Ordinal) => $"There is no such field: {json.Path?.TrimStart('$', '.')}.",
            { Message: var m } when m.Contains("duplicate", StringComparison.OrdinalIgnoreCase) => "A field stands twice.",
            { Message: var m } when m.Contains("could not be converted", StringComparison.Ordinal) => "This is not the kind of value that belongs here.",
            _ => $"The JSON breaks off or is malformed at line {(json.LineNumber ?? 0) + 1}.",
        };

    private static string Cut(string text, int longest) => text.Length <= longest ? text : $"{text[..(char.IsHighSurrogate(text[longest - 1]) ? longest - 1 : longest)]} ...";

    private static string Title(int status) =>
        status switch
        {
            StatusCodes.Status413PayloadTooLarge => "Too large.",
            StatusCodes.Status415UnsupportedMediaType => "Not a kind of content this accepts.",
            _ => "The request could not be read.",
        };

    private static string Plain(BadHttpRequestException bad) =>
        bad.StatusCode switch
        {
            StatusCodes.Status413PayloadTooLarge => TooLarge,
            StatusCodes.Status415UnsupportedMediaType => WrongType,

            // The framework's own sentence speaks to the programmer of the endpoint.
            _ when bad.Message.Contains("no body was provided", StringComparison.Ordinal) => "The request brings nothing. Send a JSON object.",
            _ => bad.Message,
        };
}
