using HazyGauge.Core.Identity;

namespace HazyGauge.Core.Vehicles;

/// <summary>What kind of thing takes the sensor's signal.</summary>
public enum SensorUserKind
{
    /// <summary>A reader: a phone or a box that shows the reading.</summary>
    Reader,

    /// <summary>A gauge in the cabin.</summary>
    Gauge,

    /// <summary>A box that lengthens the injectors' pulses.</summary>
    Extender,

    /// <summary>A signal converter: it turns the frequency into volts for an input.</summary>
    Analyser,

    /// <summary>A box that turns the signal into bus messages.</summary>
    Gateway,

    /// <summary>A controller, on an input of its own.</summary>
    Controller,
}

/// <summary>One that takes the sensor's signal.</summary>
/// <param name="Kind">What kind of thing it is.</param>
/// <param name="Role">What it is there for.</param>
/// <param name="Name">What it is called in this workshop.</param>
/// <param name="Controller">The controller whose input it feeds, by name.</param>
/// <param name="Place">Where it sits.</param>
/// <param name="StepPct">Steps it shows, points of ethanol: 1 for whole percent, 10 for tens.</param>
/// <param name="Range">What it shows from and to.</param>
/// <param name="Alarm">At what it warns.</param>
/// <param name="CalledUp">How its reading is called up.</param>
/// <param name="Dimming">How it is dimmed at night.</param>
/// <param name="Pairing">The identity it is paired under, where it is wireless.</param>
/// <param name="App">App and phone version it works with, and whether it stopped after an update.</param>
/// <param name="PartOf">The box or controller whose display it is, by name; null where it hangs on the sensor by itself.</param>
/// <param name="Id">Its id, which its wires are named by.</param>
public sealed record SensorUser(
    SensorUserKind? Kind = null,
    string? Role = null,
    string? Name = null,
    string? Controller = null,
    string? Place = null,
    double? StepPct = null,
    string? Range = null,
    string? Alarm = null,
    string? CalledUp = null,
    string? Dimming = null,
    string? Pairing = null,
    string? App = null,
    string? PartOf = null,
    string? Id = null
)
{
    /// <summary>True where it is the display of a box or controller that takes the signal: it has no wires of its own.</summary>
    internal bool IsPartOfAnother => OnlyShows && !(string.IsNullOrWhiteSpace(PartOf) && string.IsNullOrWhiteSpace(Controller));

    /// <summary>True where it only shows the reading.</summary>
    internal bool OnlyShows => Kind is SensorUserKind.Reader or SensorUserKind.Gauge;

    /// <summary>What it is called: by its own name, else by what it is.</summary>
    internal string Called =>
        !string.IsNullOrWhiteSpace(Name) ? Name.Trim()
        : Kind == SensorUserKind.Controller && !string.IsNullOrWhiteSpace(Controller) ? Controller.Trim()
        : KindWords(Kind);

    /// <summary>What its id is made from.</summary>
    internal string Key => ThingId.Plain(Called, IdPrefix);

    /// <summary>What an id begins with where its name starts with no letter.</summary>
    internal const string IdPrefix = "user";

    private static string KindWords(SensorUserKind? kind) =>
        kind switch
        {
            SensorUserKind.Reader => "Reader",
            SensorUserKind.Gauge => "Gauge",
            SensorUserKind.Extender => "Injector extender",
            SensorUserKind.Analyser => "Signal converter",
            SensorUserKind.Gateway => "Gateway",
            _ => "Controller",
        };
}

/// <summary>What a list of users and controllers comes to for the fueling.</summary>
internal static class SensorUsers
{
    /// <summary>How the reading reaches what meters the fuel; null where nobody is listed, or nothing of it says so.</summary>
    public static SignalPath? PathOf(VehicleSurvey survey)
    {
        bool Is(SensorUserKind kind) => survey.Users?.Any(u => u.Kind == kind) == true;

        // Where somebody sets numbers that count ethanol, a list of displays is not whole.
        var counts = EngineControllers.Correct(survey.Controllers);
        return Is(SensorUserKind.Extender) ? SignalPath.InjectorExtender
            : Is(SensorUserKind.Analyser) ? SignalPath.AnalyserVoltage
            : Is(SensorUserKind.Gateway) ? SignalPath.Gateway
            : Is(SensorUserKind.Controller) ? SignalPath.DirectFrequency
            : survey.Users?.Any(u => u.OnlyShows) == true && !counts ? SignalPath.DisplayOnly
            : null;
    }
}
