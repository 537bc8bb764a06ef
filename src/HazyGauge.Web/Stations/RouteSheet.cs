using HazyGauge.Core.Stations.Route;

namespace HazyGauge.Web.Stations;

/// <summary>A job's route as a table: the parts, the hoses as they are cut, the tools, and everything that can leak.</summary>
internal static class RouteSheet
{
    public static readonly StationSheet<RouteResults> Sheet = new("route", ["list", "number", "name", "quantity", "toBuy", "cost", "what"], Rows);

    private static IEnumerable<IEnumerable<string>> Rows(RouteResults results)
    {
        static string Number(double? number) => SheetNumber.Of(number);
        var parts = (results.Kit?.Parts ?? []).Select((p, i) => new[] { "parts", Number(i + 1), p.Name, Number(p.Quantity), Number(p.ToBuy), Number(p.Cost), p.Code });
        var tools = (results.Kit?.Tools ?? []).Select((t, i) => new[] { "tools", Number(i + 1), t.Name.Text, "1", string.Empty, string.Empty, t.Why.Text });
        var leaks = results.Leaks.Select(l => new[] { "leak points", Number(l.Number), l.Name, string.Empty, string.Empty, string.Empty, l.Seal });
        var hoses = (results.Hoses?.Hoses ?? []).Select(h =>
            new[]
            {
                "hoses",
                Number(h.Part),
                h.Name,
                "1",
                string.Empty,
                string.Empty,
                FormattableString.Invariant($"cut to {h.CutMm:0} mm, {h.PushedOverMm:0} mm over each barb{(h.IsLoop ? ", in a loop" : string.Empty)}"),
            }
        );
        return parts.Concat(hoses).Concat(tools).Concat(leaks);
    }
}
