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
/// <param name="Id">Stable id: by what it is for and by its user's id.</param>
/// <param name="Role">What it is for.</param>
/// <param name="From">Where it begins.</param>
/// <param name="To">Where it ends.</param>
/// <param name="User">The user it belongs to; null for the sensor's own.</param>
/// <param name="Twisted">Id of the wire it is twisted with; null for none.</param>
/// <param name="IsMain">True for the signal wire that begins at the sensor.</param>
/// <param name="Box">Where it is connected to the box of its user; null for the sensor's own.</param>
public sealed record ListedWire(string Id, WireRole Role, string From, string To, string? User = null, string? Twisted = null, bool IsMain = false, BoxTerminal? Box = null);

/// <summary>Where a wire is connected to the box of its user.</summary>
/// <param name="Name">What the box is called.</param>
/// <param name="Terminal">What it is connected to there: sensor input, supply, ground.</param>
/// <param name="IsFarEnd">True where the box is at its far end.</param>
/// <param name="GoesOn">True where it goes on from the box to somewhere else; false where it hangs on supply, signal or ground of the sensor.</param>
public sealed record BoxTerminal(string Name, string Terminal, bool IsFarEnd, bool GoesOn);

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
            wires.Add(In("signal", WireRole.Signal, user == main ? "Sensor, signal" : "Signal wire, at a joint", user, "sensor input") with { IsMain = user == main });
            if (user.User.Kind == SensorUserKind.Controller)
            {
                continue;
            }

            wires.Add(In("supply", WireRole.Supply, feed, user, "supply"));
            wires.Add(Out("ground", WireRole.Ground, user, "ground", earth) with { Box = new(user.Name, "ground", false, false) });
            wires.AddRange(OfKind(user, string.IsNullOrWhiteSpace(user.User.Controller) ? "Controller" : user.User.Controller.Trim(), Math.Min(injectors, MostInjectors)));
        }

        return wires;
    }

    // A wire to a user's box, and one that goes on from it.
    private static ListedWire In(string what, WireRole role, string from, NamedUser user, string terminal) =>
        new($"{what}-{user.Key}", role, from, $"{user.Name}, {terminal}", user.Key, Box: new(user.Name, terminal, true, false));

    private static ListedWire Out(string what, WireRole role, NamedUser user, string terminal, string to) =>
        new($"{what}-{user.Key}", role, $"{user.Name}, {terminal}", to, user.Key, Box: new(user.Name, terminal, false, true));

    /// <summary>Who uses the sensor, each with a key of its own; where nobody is listed, whoever the signal path calls for.</summary>
    public static IReadOnlyList<NamedUser> UsersOf(VehicleSurvey survey)
    {
        var listed = (survey.Users ?? []).Where(u => u.Kind is not null && !u.IsPartOfAnother).ToList();
        if (listed.Count == 0)
        {
            listed =
            [
                new(
                    survey.Control.SignalPath switch
                    {
                        SignalPath.AnalyserVoltage => SensorUserKind.Analyser,
                        SignalPath.Gateway => SensorUserKind.Gateway,
                        SignalPath.InjectorExtender => SensorUserKind.Extender,
                        SignalPath.DisplayOnly => SensorUserKind.Gauge,
                        _ => SensorUserKind.Controller,
                    }
                ),
            ];
        }

        // A user that carries an id is known by it, whatever it is called; only outside a job there may be none.
        var taken = listed.Select(u => u.Id).OfType<string>().ToHashSet(StringComparer.Ordinal);
        return [.. listed.Select(user => new NamedUser(user, user.Called, user.Id ?? Free(user, taken)))];
    }

    private static string Free(SensorUser user, HashSet<string> taken) =>
        Enumerable.Range(1, int.MaxValue).Select(n => n == 1 ? user.Key : FormattableString.Invariant($"{user.Key}-{n}")).First(taken.Add);

    private static IEnumerable<ListedWire> OfKind(NamedUser user, string controller, int injectors)
    {
        var key = user.Key;
        switch (user.User.Kind)
        {
            case SensorUserKind.Analyser:
                yield return Out("voltage", WireRole.Voltage, user, "output", $"{controller}, analog input");
                yield return Out("reference", WireRole.Ground, user, "ground of the output", $"{controller}, sensor ground");
                break;
            case SensorUserKind.Gateway:
                yield return Out("high", WireRole.BusHigh, user, "bus high", "Vehicle's bus, high") with
                {
                    Twisted = $"low-{key}",
                };
                yield return Out("low", WireRole.BusLow, user, "bus low", "Vehicle's bus, low") with
                {
                    Twisted = $"high-{key}",
                };
                break;
            case SensorUserKind.Extender:
                yield return Out("common", WireRole.Injector, user, "injector supply", "Common side of every injector");
                for (var i = 1; i <= injectors; i++)
                {
                    yield return Out(
                        FormattableString.Invariant($"injector-{i}"),
                        WireRole.Injector,
                        user,
                        FormattableString.Invariant($"channel {i}"),
                        FormattableString.Invariant($"Injector {i}, switched side")
                    );
                }

                yield return Out("probe", WireRole.Probe, user, "temperature probe", "Engine, its own probe");
                yield return Out("load", WireRole.Probe, user, "load input", "Load sensor's signal, tapped");
                break;
            default:
                break;
        }
    }

    private static string SupplyWords(SupplyChoice? supply) =>
        supply switch
        {
            SupplyChoice.SwitchedFuse => "Switched fuse",
            SupplyChoice.ControllerSupply => "Controller, sensor supply",
            SupplyChoice.Constant => "Constant feed",
            SupplyChoice.BatteryPost => "Battery, plus",
            SupplyChoice.PinchedFuse => "Behind a fuse, pinched",
            SupplyChoice.IgnitionCoil => "Ignition coil, supply",
            SupplyChoice.HandSwitch => "Hand switch",
            SupplyChoice.PassThroughPlug => "Pass-through plug",
            SupplyChoice.InjectorCommon => "Injectors' common supply",
            _ => "Supply, not chosen yet",
        };

    private static string GroundWords(GroundChoice? ground) =>
        ground switch
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
