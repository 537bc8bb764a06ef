using System.Reflection;
using HazyGauge.Core.Entries;
using HazyGauge.Core.Entries.Kinds;
using HazyGauge.Core.Jobs;
using HazyGauge.Core.Stations.Capacity;
using HazyGauge.Core.Stations.Compensate;
using HazyGauge.Core.Stations.Harness;
using HazyGauge.Core.Stations.Route;
using HazyGauge.Core.Stations.Signal;
using HazyGauge.Core.Stations.Survey;
using HazyGauge.Data;
using HazyGauge.Web.Artifacts;
using HazyGauge.Web.Bay;
using HazyGauge.Web.Catalogue;
using HazyGauge.Web.Entries;
using HazyGauge.Web.Hosting;
using HazyGauge.Web.Jobs;
using HazyGauge.Web.Live;
using HazyGauge.Web.OpenApi;
using HazyGauge.Web.Parsing;
using HazyGauge.Web.Parts;
using HazyGauge.Web.Problems;
using HazyGauge.Web.Profiles;
using HazyGauge.Web.Search;
using HazyGauge.Web.Security;
using HazyGauge.Web.Shelf;
using HazyGauge.Web.Shop;
using HazyGauge.Web.Simulator;
using HazyGauge.Web.Stations;
using HazyGauge.Web.Templates;
using Microsoft.AspNetCore.HostFiltering;
using Microsoft.Extensions.Options;

const long LargestJsonBody = 2 * 1024 * 1024;

var builder = WebApplication.CreateBuilder(new WebApplicationOptions { Args = args, ContentRootPath = AppContext.BaseDirectory });
builder.Configuration.AddEnvironmentVariables();

// What is served is what was built: looked for on the disk at every request, each unknown address would be taken for a file.
builder.Configuration["ReloadStaticAssetsAtRuntime"] = "false";
AppSettings settings;
try
{
    settings = AppSettings.Read(builder.Configuration);
}
catch (CannotStartException why)
{
    return await CannotStartAsync(why.Message);
}

if (Maintenance.Asked(args))
{
    return Maintenance.Run(args, settings.DataFolder, TimeProvider.System, Console.Out, Console.Error);
}

builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.AddServerHeader = false;
    kestrel.Limits.MaxRequestBodySize = LargestJsonBody;

    // Whatever the surroundings say of other addresses: there is one, and it is this machine's own.
    kestrel.Configure(new ConfigurationBuilder().Build());
    kestrel.Listen(System.Net.IPAddress.Loopback, settings.Port);
});
builder
    .Logging.AddFilter("Microsoft.AspNetCore", LogLevel.Warning)
    .AddFilter("Microsoft.EntityFrameworkCore", LogLevel.Warning)
    // What goes wrong in the database is caught and logged where it is known what it means.
    .AddFilter("Microsoft.EntityFrameworkCore.Database", LogLevel.Critical)
    .AddFilter("Microsoft.EntityFrameworkCore.Update", LogLevel.Critical)
    .AddFilter("Microsoft.Hosting.Lifetime", LogLevel.Warning)
    .AddFilter("Microsoft.Extensions.Hosting", LogLevel.Critical);

builder.Services.Configure<HostFilteringOptions>(hosts => hosts.AllowedHosts = ["localhost", "127.0.0.1", "[::1]"]);
builder.Services.AddHostFiltering(_ => { });
builder.Services.Configure<RouteHandlerOptions>(routes => routes.ThrowOnBadRequest = true);
builder.Services.ConfigureHttpJsonOptions(json => JsonSetup.Apply(json.SerializerOptions));
builder.Services.AddSingleton(services => services.GetRequiredService<IOptions<Microsoft.AspNetCore.Http.Json.JsonOptions>>().Value.SerializerOptions);
builder.Services.AddProblemDetails(problems => problems.CustomizeProblemDetails = ApiProblems.AddWords);
builder.Services.AddExceptionHandler<ApiProblems>();
builder.Services.AddResponseCompression();
builder.Services.AddOpenApi(openApi =>
    openApi
        .AddDocumentTransformer<StationSchemas>()
        .AddSchemaTransformer<SchemaWords>()
        .AddDocumentTransformer(
            (document, _, _) =>
            {
                document.Info.Title = "Hazy Gauge";
                document.Servers?.Clear();
                return Task.CompletedTask;
            }
        )
);
builder.Services.AddSignalR(live => live.MaximumReceiveMessageSize = 16 * 1024).AddJsonProtocol(json => JsonSetup.Apply(json.PayloadSerializerOptions));
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddHazyGaugeData(settings.DataFolder);
builder.Services.AddEntryKind<FittedEntry>().AddEntryKind<PartEntry>().AddEntryKind<ProofEntry>().AddEntryKind<FillEntry>();
builder
    .Services.AddStation<SurveyStation>()
    .AddStation<CapacityStation>()
    .AddStation<RouteStation>()
    .AddStation<HarnessStation>()
    .AddStation<SignalStation>()
    .AddStation<CompensateStation>();

// The OpenAPI document is made at build time by starting this program without a database.
var isDescribed = Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";
if (!isDescribed)
{
    builder.Services.AddHostedService(services => services.GetRequiredService<StandingsRenewal>()).AddHostedService<RemovalService>().AddHostedService<DatabaseCheck>();
}

builder
    .Services.AddSingleton<JobLine>()
    .AddSingleton<CaptureReader>()
    .AddSingleton<IArtifactReader>(services => services.GetRequiredService<CaptureReader>())
    .AddSingleton<ArtifactReaders>()
    .AddSingleton<JobThings>()
    .AddSingleton<OldShapes>()
    .AddSingleton<StationDocuments>()
    .AddSingleton<JobEvaluator>()
    .AddSingleton<JobSaver>()
    .AddSingleton<StandingsRenewal>()
    .AddSingleton<JobPreviewer>()
    .AddSingleton<EntryKinds>()
    .AddSingleton<EntryPayloads>()
    .AddSingleton<EntryRules>()
    .AddSingleton<EntryHistory>()
    .AddSingleton<EntryReader>()
    .AddSingleton<EntryWriter>()
    .AddSingleton<BuyingListReader>()
    .AddSingleton<TemplateFiles>()
    .AddSingleton<JobFromTemplate>()
    .AddSingleton<ShelfSheets>()
    .AddSingleton<ShopCatalogue>()
    .AddSingleton<JobNewsDesk>()
    .AddSingleton<JobFileChecker>()
    .AddSingleton<BarePhotos>()
    .AddSingleton<JobTransfer>()
    .AddSingleton<DemoLoader>()
    .AddSingleton<JobReader>()
    .AddSingleton<JobDuplicator>()
    .AddSingleton<ProfileCsv>();

var app = builder.Build();
app.UseResponseHeaders();
app.UseExceptionHandler();
app.UseStatusCodePages();
app.UseHostFiltering();
app.UsePageAddresses();
app.UseRouting();
app.UseSameOriginGuard();
app.UseResponseCompression();

app.MapHealth();
app.MapOpenApi();
app.MapApiPage();

var api = app.MapGroup("/api");
var jobRoutes = api.MapGroup(string.Empty).WithTags("Jobs");
jobRoutes.MapJobs();
jobRoutes.MapBay();
jobRoutes.MapShop();
jobRoutes.MapBuyingList();
jobRoutes.MapTemplates();
jobRoutes.MapShelf();
jobRoutes.MapCatalogue();
jobRoutes.MapEntries();
jobRoutes.MapSearch();
jobRoutes.MapFiles();
jobRoutes.MapTransfer();
jobRoutes.MapSoFar();
api.MapGroup(string.Empty).WithTags("Stations").MapStations();
var calculations = api.MapGroup(string.Empty).WithTags("Calculations").AddEndpointFilter<RouteGroupBuilder, CalculationGuard>();
calculations.MapSurvey();
calculations.MapCapacity();
calculations.MapRoute();
calculations.MapHarness();
calculations.MapSignal();
calculations.MapCompensate();
var more = api.MapGroup(string.Empty).WithTags("Profiles and simulator");
more.MapProfiles();
more.MapSimulator();
more.MapParse();
more.MapDemo();
app.MapHub<LiveHub>("/hubs/live");

app.MapStaticAssets();

var page = new StaticFileOptions { OnPrepareResponse = answer => answer.Context.Response.Headers.CacheControl = "no-cache" };
app.MapFallbackToFile("/", "index.html", page);

if (!isDescribed)
{
    try
    {
        await StartUp.PrepareAsync(app.Services, settings);
    }
    catch (StorageException why)
    {
        return await CannotStartAsync(why.Message);
    }

    if (settings.Ignored.Count > 0)
    {
        Console.WriteLine($"Not heeded: {string.Join(", ", settings.Ignored)}. Hazy Gauge has no sign-in yet and listens on 127.0.0.1 only; HAZY_PORT sets the port.");
    }

    app.Lifetime.ApplicationStarted.Register(() => Console.WriteLine($"Hazy Gauge is at {app.Urls.FirstOrDefault()}"));
}

try
{
    await app.RunAsync();
}
catch (IOException taken) when (taken.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException)
{
    return await CannotStartAsync($"Port {settings.Port} is taken. Stop what uses it, or set HAZY_PORT to another (0 takes a free one).");
}

return 0;

static async Task<int> CannotStartAsync(string why)
{
    await Console.Error.WriteLineAsync($"Hazy Gauge cannot start: {why}");
    return 1;
}

/// <summary>The program; named so that tests can start it.</summary>
public partial class Program;
