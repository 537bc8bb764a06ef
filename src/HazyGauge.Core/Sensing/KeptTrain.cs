namespace HazyGauge.Core.Sensing;

/// <summary>A recorded signal as it is kept: the pulses as plain numbers.</summary>
/// <param name="Train">The signal without its pulses.</param>
/// <param name="StartS">When each piece of the pulses begins, s.</param>
/// <param name="LengthS">Lengths of the pulses, s, as they are stored.</param>
/// <param name="LowS">How long each stayed low, s.</param>
/// <param name="LastFallS">When the last pulse began, s.</param>
public sealed record KeptTrain(KeptTrainHead Train, IReadOnlyList<double> StartS, float[] LengthS, float[] LowS, double LastFallS)
{
    /// <summary>A signal as it is kept.</summary>
    public static KeptTrain Of(PulseTrain train)
    {
        var pieces = train.Pulses.Pieces.ToList();
        return new KeptTrain(
            new KeptTrainHead(
                train.DurationS,
                train.ResolutionS,
                train.Edges,
                train.GlitchesRejected,
                train.UnknownS,
                train.EverUnknown,
                train.KnownAtEnd,
                train.KnownFromS,
                train.FirstEdgeS,
                train.EdgeSlackS,
                train.Excerpt,
                train.FirstOddityS
            ),
            [.. pieces.Select(p => p.StartS)],
            [.. pieces.SelectMany(p => p.LengthS.ToArray())],
            [.. pieces.SelectMany(p => p.LowS.ToArray())],
            train.Pulses.LastFallS
        );
    }

    /// <summary>The signal again, number for number.</summary>
    public PulseTrain Again() =>
        new(PulseStore.Kept(StartS, LengthS, LowS, LastFallS))
        {
            DurationS = Train.DurationS,
            ResolutionS = Train.ResolutionS,
            Edges = Train.Edges,
            GlitchesRejected = Train.GlitchesRejected,
            UnknownS = Train.UnknownS,
            EverUnknown = Train.EverUnknown,
            KnownAtEnd = Train.KnownAtEnd,
            KnownFromS = Train.KnownFromS,
            FirstEdgeS = Train.FirstEdgeS,
            EdgeSlackS = Train.EdgeSlackS,
            Excerpt = Train.Excerpt,
            FirstOddityS = Train.FirstOddityS,
        };
}

/// <summary>A recorded signal without its pulses; every value as <see cref="PulseTrain"/> has it.</summary>
/// <param name="DurationS">Length of the recording, s.</param>
/// <param name="ResolutionS">Smallest time step of it, s.</param>
/// <param name="Edges">Changes that were kept.</param>
/// <param name="GlitchesRejected">Spikes that were left out.</param>
/// <param name="UnknownS">Time of unknown level, s.</param>
/// <param name="EverUnknown">True where the level was ever unknown.</param>
/// <param name="KnownAtEnd">True where it was known to the end.</param>
/// <param name="KnownFromS">When it was first known, s.</param>
/// <param name="FirstEdgeS">When it first changed, s.</param>
/// <param name="EdgeSlackS">How uncertain edges are, s.</param>
/// <param name="Excerpt">Changes as recorded, to draw.</param>
/// <param name="FirstOddityS">When the first spike or unknown stretch was met, s.</param>
public sealed record KeptTrainHead(
    double DurationS,
    double ResolutionS,
    long Edges,
    long GlitchesRejected,
    double UnknownS,
    bool EverUnknown,
    bool KnownAtEnd,
    double KnownFromS,
    double? FirstEdgeS,
    double EdgeSlackS,
    IReadOnlyList<LevelChange> Excerpt,
    double? FirstOddityS
);
