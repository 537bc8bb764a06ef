namespace HazyGauge.Core.Sentences;

/// <summary>What a number of a sentence is measured in. Stored and sent in the metric unit, always; shown in the units one chooses.</summary>
public enum Unit
{
    /// <summary>No unit: a factor, lambda, a count.</summary>
    None,

    /// <summary>Ethanol, % by volume, shown as E85.</summary>
    EthanolPct,

    /// <summary>Percent.</summary>
    Percent,

    /// <summary>Temperature, C.</summary>
    Celsius,

    /// <summary>Difference of temperatures, K.</summary>
    KelvinStep,

    /// <summary>Pressure, kPa.</summary>
    Kpa,

    /// <summary>Power, kW.</summary>
    Kw,

    /// <summary>Volume, L.</summary>
    Litres,

    /// <summary>Flow, L/h.</summary>
    Lph,

    /// <summary>Displacement, cm3.</summary>
    Cc,

    /// <summary>Displacement a turn, cm3.</summary>
    CcPerRev,

    /// <summary>Flow of an injector, cm3/min.</summary>
    CcPerMin,

    /// <summary>Specific consumption, g/kWh.</summary>
    GPerKwh,

    /// <summary>Flow of an injector of the cylinders, g/s.</summary>
    GPerS,

    /// <summary>Length, m.</summary>
    Metre,

    /// <summary>Length of parts, hose and gaps, mm.</summary>
    Millimetre,

    /// <summary>Density, kg/m3.</summary>
    KgPerM3,

    /// <summary>Electrical power, W.</summary>
    Watt,

    /// <summary>Heat lost, W for every K.</summary>
    WattPerK,

    /// <summary>Engine speed, 1/min.</summary>
    Rpm,

    /// <summary>Voltage, V.</summary>
    Volt,

    /// <summary>Resistance, Ohm.</summary>
    Ohm,

    /// <summary>Frequency, Hz.</summary>
    Hertz,

    /// <summary>Time, ms.</summary>
    Milliseconds,

    /// <summary>Time, us.</summary>
    Microseconds,

    /// <summary>Growth of a dead time, ms for every 100 kPa.</summary>
    MsPer100Kpa,

    /// <summary>Time, min.</summary>
    Minutes,

    /// <summary>Time, s.</summary>
    Seconds,

    /// <summary>Angle, degrees.</summary>
    Degrees,

    /// <summary>Current, mA.</summary>
    Milliampere,

    /// <summary>Current of a fuse, A.</summary>
    Ampere,

    /// <summary>Charge of a battery, Ah.</summary>
    AmpereHours,

    /// <summary>Cross section of a conductor, mm2.</summary>
    SquareMillimetre,

    /// <summary>Capacitance, nF.</summary>
    Nanofarad,

    /// <summary>Small voltage, mV.</summary>
    Millivolt,

    /// <summary>Time, days.</summary>
    Days,
}
