using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Sentences;

namespace HazyGauge.Core.Compensation;

/// <summary>One injector pulse, lengthened the right way and the wrong one.</summary>
/// <param name="EffectiveMs">Time the injector really is open: pulse minus dead time, ms.</param>
/// <param name="NewEffectiveMs">The same, multiplied, ms.</param>
/// <param name="NewPulseMs">The pulse to send: multiplied effective time plus dead time, ms.</param>
/// <param name="WholePulseMs">What multiplying the whole pulse would send, ms.</param>
/// <param name="WholePulseErrorPct">By how much fuel that is wrong, %; positive is rich.</param>
public sealed record InjectorPulse(Hazy EffectiveMs, Hazy NewEffectiveMs, Hazy NewPulseMs, Hazy WholePulseMs, Hazy WholePulseErrorPct)
{
    /// <summary>
    /// Lengthens a pulse. Fuel flows only in the effective time; the dead time, in which the injector opens, is the same for every
    /// fuel. (Arithmetic of our own; by hand: 2.0 ms, 0.9 ms dead time, 1.40 gives 2.44 ms, the whole pulse 23 % rich.)
    /// </summary>
    /// <param name="pulseMs">Pulse on the base blend, ms, above the dead time and at most 100.</param>
    /// <param name="deadTimeMs">Dead time, ms, 0 or more.</param>
    /// <param name="factor">Fuel factor, 0.2 to 5.</param>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public static InjectorPulse Lengthen(Hazy pulseMs, Hazy deadTimeMs, Hazy factor)
    {
        var check = new InputCheck()
            .Within(pulseMs.Value, 0, 100, "pulseMs", "The pulse", Unit.Milliseconds)
            .Within(deadTimeMs.Value, 0, 100, "deadTimeMs", "The dead time", Unit.Milliseconds)
            .Within(factor.Value, 0.2, 5, "factor", "The fuel factor");
        if (pulseMs.Value <= deadTimeMs.Value)
        {
            check.Refuse("pulseMs", "The pulse must be longer than the dead time; otherwise the injector does not open at all.");
        }

        check.ThrowIfAny();
        var effective = pulseMs - deadTimeMs;
        var newEffective = effective * factor;
        var whole = pulseMs * factor;
        return new InjectorPulse(effective, newEffective, newEffective + deadTimeMs, whole, 100 * (((whole - deadTimeMs) / newEffective) - 1));
    }
}

/// <summary>One injector pulse on the base blend.</summary>
/// <param name="PulseMs">The pulse, ms.</param>
/// <param name="DeadTimeMs">Its dead time, ms.</param>
/// <param name="Factor">Fuel factor.</param>
public sealed record InjectorPulseQuery(Hazy PulseMs, Hazy DeadTimeMs, Hazy Factor)
{
    /// <summary>The pulse, lengthened the right way and the wrong one.</summary>
    /// <exception cref="RefusedInputException">A quantity is outside its range.</exception>
    public InjectorPulse Answer() => InjectorPulse.Lengthen(PulseMs, DeadTimeMs, Factor);
}
