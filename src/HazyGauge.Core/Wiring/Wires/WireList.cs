using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;
using HazyGauge.Core.Wiring.Supplies;

namespace HazyGauge.Core.Wiring.Wires;

/// <summary>What a wire is for.</summary>
public enum WireRole
{
    /// <summary>Supply.</summary>
    Supply,

    /// <summary>Ground.</summary>
    Ground,

    /// <summary>The sensor's square wave.</summary>
    Signal,

    /// <summary>A voltage that stands for ethanol.</summary>
    Voltage,

    /// <summary>High of the bus.</summary>
    BusHigh,

    /// <summary>Low of the bus.</summary>
    BusLow,

    /// <summary>To or from an injector.</summary>
    Injector,

    /// <summary>A probe of a box, or what it taps.</summary>
    Probe,
}

/// <summary>A wire that has to be there.</summary>
/// <param name="Id">Stable id: by what it is for and by its user's name.</param>
/// <param name="Role">What it is for.</param>
/// <param name="From">Where it begins.</param>
/// <param name="To">Where it ends.</param>
/// <param name="User">The user it belongs to; null for the sensor's own.</param>
/// <param name="Twisted">Id of the wire it is twisted with; null for none.</param>
public sealed record ListedWire(string Id, WireRole Role, string From, string To, string? User = null, string? Twisted = null);

/// <summary>The wires that follow from who uses the sensor.</summary>
public static class WireList
{
    private const int MostInjectors = 16;

    /// <summary>Every wire, the sensor's own first.</summary>
    /// <param name="survey">What is known of the vehicle.</param>
    /// <param name="supply">What it is fed from; null where nobody said.</param>
    /// <param name="feedAt">The fuse slot or pin it is fed at.</param>
    /// <param name="ground">Where its ground goes; null where nobody said.</param>
    /// <param name="groundAt">The stud or pin.</param>
    /// <param name="injectors">Injectors of an extender.</param>
    public static IReadOnlyList<ListedWire> Of(VehicleSurvey survey, SupplyChoice? supply, string? feedAt, GroundChoice? ground, string? groundAt, int injectors)
    {
        var users = UsersOf(survey);
        var (feed, earth) = (Place(SupplyWords(supply), feedAt), Place(GroundWords(ground), groundAt));
        List<ListedWire> wires = [new("supply-sensor", WireRole.Supply, feed, "Sensor, supply"), new("ground-sensor", WireRole.Ground, "Sensor, ground", earth)];
        var main = users.FirstOrDefault(u => !u.User.OnlyShows) ?? users[0];
        foreach (var user in users.OrderBy(u => u == main ? 0 : 1))
        {
            wires.Add(new($"signal-{user.Key}", WireRole.Signal, user == main ? "Sensor, signal" : "Signal wire, at a joint", $"{user.Name}, sensor input", user.Key));
            if (user.User.Kind == SensorUserKind.Controller)
            {
                continue;
            }

            wires.Add(new($"supply-{user.Key}", WireRole.Supply, feed, $"{user.Name}, supply", user.Key));
            wires.Add(new($"ground-{user.Key}", WireRole.Ground, $"{user.Name}, ground", earth, user.Key));
            wires.AddRange(OfKind(user, string.IsNullOrWhiteSpace(user.User.Controller) ? "Controller" : user.User.Controller.Trim(), Math.Min(injectors, MostInjectors)));
        }

        return wires;
    }

    /// <summary>Who uses the sensor, each with a key of its own; where nobody is listed, whoever the signal path calls for.</summary>
    public static IReadOnlyList<NamedUser> UsersOf(VehicleSurvey survey)
    {
        var listed = (survey.Users ?? []).Where(u => u.Kind is not null).ToList();
        if (listed.Count == 0)
        {
            listed = [new(survey.Control.SignalPath switch
            {
                SignalPath.AnalyserVoltage => SensorUserKind.Analyser,
                SignalPath.Gateway => SensorUserKind.Gateway,
                SignalPath.InjectorExtender => SensorUserKind.Extender,
                SignalPath.DisplayOnly => SensorUserKind.Gauge,
                _ => SensorUserKind.Controller,
            })];
        }

        var taken = new HashSet<string>(StringComparer.Ordinal);
        return [.. listed.Select(user =>
        {
            var name = Named(user);
            var key = ItemName.Of(name) is { Length: > 0 } plain ? plain : ItemName.Of(KindWords(user.Kind));
            var free = key;
            for (var n = 2; !taken.Add(free); n++)
            {
                free = FormattableString.Invariant($"{key}-{n}");
            }

            return new NamedUser(user, name, free);
        })];
    }

    private static IEnumerable<ListedWire> OfKind(NamedUser user, string controller, int injectors)
    {
        var (name, key) = (user.Name, user.Key);
        switch (user.User.Kind)
        {
            case SensorUserKind.Analyser:
                yield return new($"voltage-{key}", WireRole.Voltage, $"{name}, output", $"{controller}, analog input", key);
                yield return new($"reference-{key}", WireRole.Ground, $"{name}, ground of the output", $"{controller}, sensor ground", key);
                break;
            case SensorUserKind.Gateway:
                yield return new($"high-{key}", WireRole.BusHigh, $"{name}, bus high", "Vehicle's bus, high", key, $"low-{key}");
                yield return new($"low-{key}", WireRole.BusLow, $"{name}, bus low", "Vehicle's bus, low", key, $"high-{key}");
                break;
            case SensorUserKind.Extender:
                yield return new($"common-{key}", WireRole.Injector, $"{name}, injector supply", "Common side of every injector", key);
                for (var i = 1; i <= injectors; i++)
                {
                    yield return new(FormattableString.Invariant($"injector-{i}-{key}"), WireRole.Injector, FormattableString.Invariant($"{name}, channel {i}"), FormattableString.Invariant($"Injector {i}, switched side"), key);
                }

                yield return new($"probe-{key}", WireRole.Probe, $"{name}, temperature probe", "Engine, its own probe", key);
                yield return new($"load-{key}", WireRole.Probe, $"{name}, load input", "Load sensor's signal, tapped", key);
                break;
            default:
                break;
        }
    }

    private static string Named(SensorUser user) => !string.IsNullOrWhiteSpace(user.Name) ? user.Name.Trim()
        : user.Kind == SensorUserKind.Controller && !string.IsNullOrWhiteSpace(user.Controller) ? user.Controller.Trim()
        : KindWords(user.Kind);

    private static string KindWords(SensorUserKind? kind) => kind switch
    {
        SensorUserKind.Reader => "Reader",
        SensorUserKind.Gauge => "Gauge",
        SensorUserKind.Extender => "Injector extender",
        SensorUserKind.Analyser => "Signal converter",
        SensorUserKind.Gateway => "Gateway",
        _ => "Controller",
    };

    private static string SupplyWords(SupplyChoice? supply) => supply switch
    {
        SupplyChoice.SwitchedFuse => "Switched fuse",
        SupplyChoice.ControllerSupply => "Controller, sensor supply",
        SupplyChoice.Constant => "Constant feed",
        SupplyChoice.BatteryPost => "Battery, plus",
        SupplyChoice.PinchedFuse => "Behind a fuse, pinched",
        SupplyChoice.IgnitionCoil => "Ignition coil, supply",
        SupplyChoice.HandSwitch => "Hand switch",
        _ => "Supply, not chosen yet",
    };

    private static string GroundWords(GroundChoice? ground) => ground switch
    {
        GroundChoice.ControllerGround => "Controller, sensor ground",
        GroundChoice.Chassis => "Body, bare metal",
        GroundChoice.BatteryNegative => "Battery, minus",
        _ => "Ground, not chosen yet",
    };

    private static string Place(string what, string? at) => string.IsNullOrWhiteSpace(at) ? what : $"{what}: {at.Trim()}";
}

/// <summary>A user of the sensor, with a name and a key of its own.</summary>
/// <param name="User">The user.</param>
/// <param name="Name">What it is called.</param>
/// <param name="Key">Its key in ids.</param>
public sealed record NamedUser(SensorUser User, string Name, string Key);
