using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Fields.Typed;

/// <summary>What a typed number is for.</summary>
/// <param name="Label">What it is called; null where only its kind is known.</param>
/// <param name="Unit">What it is measured in.</param>
/// <param name="Min">Lowest it can be.</param>
/// <param name="Max">Highest it can be.</param>
/// <param name="Likely">Between which it nearly always is; null where nothing is unlikely.</param>
/// <param name="AboveAir">True for a pressure above that of the air, which gauges and logs also give as absolute.</param>
/// <param name="WithPlus">What to do with a plus before the number, where that may mean so much more; null where it means nothing.</param>
public sealed record TypedQuestion(string? Label, Unit Unit, double? Min, double? Max, (double Least, double Most)? Likely, bool AboveAir, string? WithPlus = null)
{
    private static readonly Dictionary<string, TypedQuestion> Kinds = new(StringComparer.OrdinalIgnoreCase)
    {
        ["ethanol"] = new(null, Unit.EthanolPct, 0, 100, null, false),
        ["percent"] = new(null, Unit.Percent, null, null, null, false),
        ["pressure"] = new(null, Unit.Kpa, -101.325, null, (20, 2000), false),
        ["temperature"] = new(null, Unit.Celsius, -273.15, null, (-50, 150), false),
        ["temperatureDifference"] = Positive(Unit.KelvinStep),
        ["power"] = Positive(Unit.Kw),
        ["flow"] = Positive(Unit.Lph),
        ["volume"] = Positive(Unit.Litres),
        ["displacement"] = Positive(Unit.Cc),
        ["engineSpeed"] = Positive(Unit.Rpm),
        ["injectorFlow"] = Positive(Unit.CcPerMin),
        ["consumption"] = Positive(Unit.GPerKwh),
        ["density"] = Positive(Unit.KgPerM3),
        ["length"] = Positive(Unit.Metre),
        ["voltage"] = new(null, Unit.Volt, null, null, null, false),
        ["resistance"] = Positive(Unit.Ohm),
        ["frequency"] = Positive(Unit.Hertz),
        ["time"] = Positive(Unit.Milliseconds),
        ["duration"] = Positive(Unit.Minutes),
        ["angle"] = new(null, Unit.Degrees, null, null, null, false),
        ["number"] = new(null, Unit.None, null, null, null, false),
    };

    /// <summary>Names of the kinds of quantities that can be asked for without a field.</summary>
    public static IEnumerable<string> Quantities => Kinds.Keys;

    /// <summary>A kind of quantity by its name, or a unit by its own; null where neither is known.</summary>
    public static TypedQuestion? OfQuantity(string name) =>
        Kinds.GetValueOrDefault(name)
        ?? (Enum.TryParse<Unit>(name, ignoreCase: true, out var unit) && !int.TryParse(name, out _) ? new TypedQuestion(null, unit, null, null, null, false) : null);

    /// <summary>What a field asks for.</summary>
    public static TypedQuestion Of(Field field) => new(field.Label, field.Unit, field.Min, field.Max, field.Likely, field.AboveAir, field.WithPlus);

    /// <summary>What a column of a field's table asks for.</summary>
    public static TypedQuestion Of(FieldColumn column) => new(column.Label, column.Quantity, null, null, null, false);

    private static TypedQuestion Positive(Unit unit) => new(null, unit, 0, null, null, false);
}
