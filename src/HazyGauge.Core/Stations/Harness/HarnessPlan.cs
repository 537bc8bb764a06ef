using HazyGauge.Core.Fields;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Wiring.Boxes;
using HazyGauge.Core.Wiring.Connectors;
using HazyGauge.Core.Wiring.Meters;
using HazyGauge.Core.Wiring.Signal;
using HazyGauge.Core.Wiring.Supplies;
using HazyGauge.Core.Wiring.Wires;

namespace HazyGauge.Core.Stations.Harness;

/// <summary>What a pull-up goes to.</summary>
public enum PullUpTo
{
    /// <summary>The supply.</summary>
    Supply,

    /// <summary>The controller's 5 V for its sensors.</summary>
    FiveVolt,
}

/// <summary>How the sensor and its users are wired, and what the meter showed.</summary>
public sealed record HarnessPlan
{
    private const int LongestText = 200;

    /// <summary>What the sensor and its users are fed from.</summary>
    public SupplyChoice? Supply { get; init; }

    /// <summary>The fuse slot or pin, as found.</summary>
    public string? FeedAt { get; init; }

    /// <summary>The small fuse of its own, A.</summary>
    public double? FuseA { get; init; }

    /// <summary>The feed as it was probed.</summary>
    public ProbedVolts? Probed { get; init; }

    /// <summary>What hangs on the feed, mA.</summary>
    public Hazy? CurrentMa { get; init; }

    /// <summary>What is drawn with the key off, mA.</summary>
    public Hazy? DrainMa { get; init; }

    /// <summary>Rated capacity of the battery, Ah.</summary>
    public Hazy? BatteryAh { get; init; }

    /// <summary>Share of it until the engine does not crank, %.</summary>
    public Hazy? UsablePct { get; init; }

    /// <summary>What the battery loses by itself, % in a month.</summary>
    public Hazy? SelfDischargePct { get; init; }

    /// <summary>True where something stays awake after the key is off.</summary>
    public bool? KeepsAwake { get; init; }

    /// <summary>Where the sensor's ground goes.</summary>
    public GroundChoice? Ground { get; init; }

    /// <summary>The stud or pin, as found.</summary>
    public string? GroundAt { get; init; }

    /// <summary>How far that stands above the controller's sensor ground, mV.</summary>
    public Hazy? GroundOffsetMv { get; init; }

    /// <summary>Pull-up in the harness, Ohm.</summary>
    public Hazy? PullUpOhm { get; init; }

    /// <summary>What it goes to; left out, the supply.</summary>
    public PullUpTo? PullUpTo { get; init; }

    /// <summary>Capacitance of the signal wire, nF; left out, by its length.</summary>
    public Hazy? CableNf { get; init; }

    /// <summary>Voltage of the pulled sensor, V; left out, the usual.</summary>
    public Hazy? SaturationV { get; init; }

    /// <summary>The inputs on the signal wire; left out, one for each user with the usual thresholds.</summary>
    public IReadOnlyList<WireInput>? Inputs { get; init; }

    /// <summary>Blend in the line when the meter is read, % by volume; left out, any.</summary>
    public Hazy? EthanolPct { get; init; }

    /// <summary>Fuel temperature then, C; left out, any of a workshop.</summary>
    public Hazy? FuelTempC { get; init; }

    /// <summary>What is known of each wire.</summary>
    [MostItems(60)]
    public IReadOnlyList<WireNote>? Wires { get; init; }

    /// <summary>Wires nobody needs.</summary>
    public IReadOnlyList<SpareWire>? Spares { get; init; }

    /// <summary>Faces of the connectors that pins are counted on.</summary>
    public IReadOnlyList<ConnectorFace>? Connectors { get; init; }

    /// <summary>What pins and channels did before.</summary>
    public IReadOnlyList<DisplacedFunction>? Displaced { get; init; }

    /// <summary>Sensors with a voltage that are wired at the same time.</summary>
    public IReadOnlyList<AnalogSensor>? Sensors { get; init; }

    /// <summary>The injector extender, where there is one.</summary>
    public InjectorExtender? Extender { get; init; }

    /// <summary>The gateway, where there is one.</summary>
    public BusGateway? Gateway { get; init; }

    /// <summary>What the meter showed.</summary>
    [MostItems(80)]
    public IReadOnlyList<MeterEntry>? Readings { get; init; }

    /// <summary>What else there is to know.</summary>
    public string? Notes { get; init; }

    /// <summary>What is known of a wire; null where nothing is.</summary>
    internal WireNote? NoteOf(string id) => Wires?.LastOrDefault(w => w.Wire == id);

    /// <summary>Refuses what the fields alone cannot see.</summary>
    /// <exception cref="RefusedInputException">Something cannot be.</exception>
    internal void Check()
    {
        var check = new InputCheck();
        var names = (Connectors ?? []).Select(c => c.Name?.Trim()).ToList();
        for (var i = 0; i < names.Count; i++)
        {
            if (names.Take(i).Contains(names[i], StringComparer.OrdinalIgnoreCase))
            {
                check.Refuse($"connectors[{i}].name", "Two connectors are called the same: give each a name of its own.");
            }
        }

        for (var i = 0; i < (Wires?.Count ?? 0); i++)
        {
            var note = Wires![i];
            foreach (
                var (text, name) in new[]
                {
                    (note.Colour, "colour"),
                    (note.Terminal, "terminal"),
                    (note.Sleeve, "sleeve"),
                    (note.Route, "route"),
                    (note.Grommet, "grommet"),
                    (note.Connector, "connector"),
                }
            )
            {
                if (text is { Length: > LongestText } || text?.Any(Letters.AreHidden) == true)
                {
                    check.Refuse($"wires[{i}].{name}", $"At most {LongestText} characters on one line.");
                }
            }

            if (note.Pin is not null && Named(note.Connector) is null && Connectors is { Count: > 0 })
            {
                check.Refuse(
                    $"wires[{i}].connector",
                    string.IsNullOrWhiteSpace(note.Connector)
                        ? "Say on which connector that pin is."
                        : $"No connector is called '{Wording.Quoted(note.Connector)}'. Add its face, or take one that is there."
                );
            }
        }

        check.ThrowIfAny();
    }

    /// <summary>The connector with a name; where none is named and there is one only, that one.</summary>
    internal ConnectorFace? Named(string? name) =>
        string.IsNullOrWhiteSpace(name)
            ? Connectors is [var only]
                ? only
                : null
            : Connectors?.FirstOrDefault(c => string.Equals(c.Name?.Trim(), name.Trim(), StringComparison.OrdinalIgnoreCase));
}

/// <summary>A feed as it was probed.</summary>
/// <param name="KeyOffV">Volts with the key off, five minutes after it.</param>
/// <param name="KeyOnV">Volts with the key on.</param>
/// <param name="CrankingV">Volts while cranking.</param>
/// <param name="BatteryV">Volts at the battery with the key off.</param>
public sealed record ProbedVolts(Hazy? KeyOffV = null, Hazy? KeyOnV = null, Hazy? CrankingV = null, Hazy? BatteryV = null);
