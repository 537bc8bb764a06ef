using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Stations.Survey;

/// <summary>What cannot be undone, inside a sentence.</summary>
internal static class NoWayBackWords
{
    /// <summary>What it is, and where.</summary>
    public static string Of(NoWayBack act)
    {
        var what = act.Kind switch
        {
            NoWayBackKind.LineCut => "a line is cut",
            NoWayBackKind.HoleDrilled => "a hole is drilled",
            NoWayBackKind.GrommetSlit => "a grommet is slit",
            NoWayBackKind.ConnectorCutOff => "a connector is cut off",
            NoWayBackKind.WireCut => "a wire is cut or pierced",
            NoWayBackKind.Trimmed => "something is cut to size",
            _ => "something is changed for good",
        };
        return string.IsNullOrWhiteSpace(act.Where) ? what : $"{what} ({Wording.Quoted(act.Where)})";
    }
}
