using HazyGauge.Core.Stations.Harness;

namespace HazyGauge.Web.Stations;

/// <summary>A job's harness as a table: the wires, then what the meter should show.</summary>
internal static class HarnessSheet
{
    public static readonly StationSheet<HarnessResults> Sheet = new(
        "harness",
        [
            "list",
            "number",
            "from",
            "to",
            "what",
            "cutM",
            "areaMm2",
            "color",
            "terminal",
            "joint",
            "sleeve",
            "way",
            "grommet",
            "connector",
            "pin",
            "seated",
            "expected",
            "low",
            "high",
            "read",
            "agrees",
        ],
        Rows
    );

    private static IEnumerable<IEnumerable<string>> Rows(HarnessResults results)
    {
        static IEnumerable<string> Nothing(int columns) => Enumerable.Repeat(string.Empty, columns);
        static string Number(double? number) => SheetNumber.Of(number);
        static string Done(bool? done) =>
            done is { } d
                ? d
                    ? "yes"
                    : "no"
                : string.Empty;
        var wires = results.Wires.List.Select(w =>
            (string[])
                [
                    "wires",
                    Number(w.Number),
                    w.Wire.From,
                    w.Wire.To,
                    w.Wire.Role.ToString().ToLowerInvariant(),
                    Number(w.CutM?.Value),
                    Number(w.AreaMm2),
                    w.Note?.Colour ?? string.Empty,
                    w.Note?.Terminal ?? string.Empty,
                    w.Note?.Joint?.ToString() ?? string.Empty,
                    w.Note?.Sleeve ?? string.Empty,
                    w.Note?.Route ?? string.Empty,
                    w.Note?.Grommet ?? string.Empty,
                    w.Note?.Connector ?? string.Empty,
                    Number(w.Note?.Pin),
                    Done(w.Seated),
                    .. Nothing(5),
                ]
        );
        var checks = results.Meter.Lines.Select(
            (l, i) =>
                (string[])
                    [
                        "meter",
                        Number(i + 1),
                        l.Name,
                        string.Empty,
                        l.Probes.Text,
                        .. Nothing(11),
                        Number(l.Expected.Value),
                        Number(l.Low),
                        Number(l.High),
                        Number(l.Read?.Value),
                        Done(l.Agrees),
                    ]
        );
        return wires.Concat(checks);
    }
}
