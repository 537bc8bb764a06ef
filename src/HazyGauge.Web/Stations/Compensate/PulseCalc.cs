using HazyGauge.Core.Compensation;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Compensate;

/// <summary>One injector pulse on the base blend.</summary>
/// <param name="PulseMs">The pulse, ms.</param>
/// <param name="DeadTimeMs">Its dead time, ms.</param>
/// <param name="Factor">Fuel factor.</param>
public sealed record PulseRequest(HazyInput? PulseMs, HazyInput? DeadTimeMs, HazyInput? Factor);

/// <summary>The pulse, lengthened the right way and the wrong one.</summary>
/// <param name="NewPulseMs">The pulse to send, ms.</param>
/// <param name="WholePulseErrorPct">By how much fuel multiplying the whole pulse would be wrong, %; positive is rich.</param>
/// <param name="EffectiveMs">Pulse minus dead time, ms.</param>
/// <param name="NewEffectiveMs">The same, multiplied, ms.</param>
/// <param name="WholePulseMs">What multiplying the whole pulse would send, ms.</param>
public sealed record PulseAnswer(HazyNumber NewPulseMs, HazyNumber WholePulseErrorPct, HazyNumber EffectiveMs, HazyNumber NewEffectiveMs, HazyNumber WholePulseMs)
{
    /// <summary>The answer for a result of Core.</summary>
    public static PulseAnswer From(InjectorPulse pulse) => new(
        HazyNumber.From(pulse.NewPulseMs),
        HazyNumber.From(pulse.WholePulseErrorPct),
        HazyNumber.From(pulse.EffectiveMs),
        HazyNumber.From(pulse.NewEffectiveMs),
        HazyNumber.From(pulse.WholePulseMs));
}

/// <summary>Lengthens a pulse from a request.</summary>
internal static class PulseCalc
{
    /// <summary>The answer for a request whose numbers may be hazy.</summary>
    public static PulseAnswer Compute(PulseRequest request, HazeReader haze)
    {
        var pulse = haze.Required(request.PulseMs, "pulseMs", "The pulse");
        var dead = haze.Required(request.DeadTimeMs, "deadTimeMs", "The dead time");
        var factor = haze.Required(request.Factor, "factor", "The fuel factor");
        haze.Check.ThrowIfAny();
        return PulseAnswer.From(InjectorPulse.Lengthen(pulse, dead, factor));
    }
}
