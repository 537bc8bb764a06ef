using HazyGauge.Core.Haze;
using HazyGauge.Core.Plumbing.Flow;
using HazyGauge.Core.Quantities;
using HazyGauge.Core.Sentences;
using HazyGauge.Core.Vehicles;

namespace HazyGauge.Core.Plumbing.Placement;

/// <summary>What is known of a route before a place is chosen.</summary>
/// <param name="Parts">The chain; null where none was chosen.</param>
/// <param name="LeakPoints">Its leak points; null likewise.</param>
/// <param name="HoseMm">Hose that runs free in it, mm.</param>
/// <param name="AlongMm">From the tank along the line to the sensor, mm; null where nobody measured.</param>
/// <param name="IsCut">True where the line is cut.</param>
public sealed record PlacementInput(IReadOnlyList<FittingPart>? Parts = null, int? LeakPoints = null, double? HoseMm = null, Hazy? AlongMm = null, bool IsCut = false);

/// <summary>Compares the places a sensor can go on one vehicle.</summary>
public sealed class PlacementAdvisor
{
    /// <summary>Return flow below which a sensor may run dry, L/h (our own limit).</summary>
    private const double LeastReturnLph = 10;

    /// <summary>What a chain may cost before a bypass is worth its joints, kPa (our own limit).</summary>
    private const double WorthABypassKpa = 10;

    /// <summary>Engine speed above which a reading in the return is held, 1/min (common practice, no source).</summary>
    private const double HoldAboveRpm = 3000;

    // Joints of the usual parts: an adapter, hose, an adapter, the sensor, an adapter.
    private const int UsualLeakPoints = 6;
    private const double UsualHoseMm = 250;

    private readonly FuelPath _path;
    private readonly PlacementInput _input;
    private readonly HazeLedger _ledger;
    private readonly VehicleSurvey _survey;

    private PlacementAdvisor(FuelPath path, PlacementInput input, HazeLedger ledger) => (_path, _input, _ledger, _survey) = (path, input, ledger, path.Survey);

    /// <summary>The comparison for a vehicle.</summary>
    /// <param name="path">Its fuel path.</param>
    /// <param name="input">What is known of the route.</param>
    /// <param name="ledger">The ledger.</param>
    public static PlacementResult Of(FuelPath path, PlacementInput input, HazeLedger ledger) => new PlacementAdvisor(path, input, ledger).Compared();

    private PlacementResult Compared()
    {
        var options = Enum.GetValues<SensorPlace>().Select(Option).ToList();
        var recommended = Recommended(options);
        var option = options.FirstOrDefault(o => o.School == recommended);
        var reason = option is null ? PlacementWords.NotServed : PlacementWords.Reason(option, _path, options);
        return new(options, recommended, reason, _path.Flows, Overrun(options), PathPoint.Of(_survey), option?.PressureDropKpa is { } drop ? HazeBudget.Of(drop) : []);
    }

    private static SensorPlace? Recommended(List<PlacementOption> options)
    {
        PlacementOption In(SensorPlace place) => options.First(o => o.School == place);
        if (!In(SensorPlace.Feed).Possible)
        {
            return null;
        }

        if (In(SensorPlace.Return) is { Possible: true, AerationRisk: AerationRisk.Low })
        {
            return SensorPlace.Return;
        }

        // A bypass only where the plain way may cost a lot.
        var feed = In(SensorPlace.Feed);
        var isDear = feed.PressureDropKpa is { } drop && drop.Value + Interval95.HalfWidth(drop) > WorthABypassKpa;
        return isDear && In(SensorPlace.Bypass).Possible ? SensorPlace.Bypass
            : In(SensorPlace.Loop) is { Possible: true, InFeed: true } ? SensorPlace.Loop
            : SensorPlace.Feed;
    }

    private PlacementOption Option(SensorPlace place)
    {
        var joint = PathPoint.QuickConnects(_survey).FirstOrDefault();
        var (isPossible, why) = PlacementWords.Possible(place, _survey, joint);
        var inFeed = place switch
        {
            SensorPlace.Return => false,
            SensorPlace.Loop => joint?.Line != LineName.Return,
            _ => true,
        };
        var line = new PlannedLine(place, _input.Parts ?? UsualParts(inFeed), _input.Parts is null ? UsualHoseMm : _input.HoseMm, inFeed);

        // The most that flows there: in the feed at full load, in the return at idle.
        var flow = (inFeed ? _path.Flows[^1].FeedLph : _path.Flows[0].ReturnLph) is { Value: > 0 } known ? known : (Hazy?)null;
        var drop =
            isPossible && flow is { } lph
                ? _input.Parts is null
                    ? line.UsualDropKpa(_path, lph, _ledger)
                    : line.DropKpa(_path, lph, _ledger)
                : (Hazy?)null;
        var branch = place == SensorPlace.Bypass && isPossible ? new Branch(line, _path) : null;
        var aeration =
            !isPossible || inFeed ? AerationRisk.None
            : _path.IsPumpGuessed || _path.Flows[^1].ReturnLph is not { } back ? AerationRisk.NotKnown
            : back.Value - Interval95.HalfWidth(back) < LeastReturnLph ? AerationRisk.High
            : AerationRisk.Low;
        return new(
            place,
            isPossible,
            why,
            drop,
            drop is null ? null : SensorDrop(line, flow!.Value),
            drop is null ? null : flow,
            isPossible ? Lag(inFeed, mixed: false, branch) : null,
            isPossible ? Lag(inFeed, mixed: true, branch) : null,
            isPossible ? ToRail(inFeed, branch) : null,
            aeration,
            isPossible ? PlacementWords.ControllerMust(inFeed, aeration == AerationRisk.Low ? _path.Flows[^1].ReturnLph : null, HoldAboveRpm, _survey) : Sentence.Empty,
            !isPossible ? null
                : inFeed ? _path.LineKpa
                : drop,
            isPossible ? PlacementWords.Neighbourhood(place, inFeed, _survey) : Sentence.Empty,
            place == SensorPlace.Bypass ? (_input.LeakPoints ?? UsualLeakPoints) + Bypass.Joints.Count : _input.LeakPoints ?? UsualLeakPoints,
            place == SensorPlace.Loop || (!_input.IsCut && (_input.Parts is not null || HasJoint(inFeed))),
            isPossible && inFeed && drop is { } lost ? _path.PumpAgainst(new(lost)) : null
        )
        {
            InFeed = inFeed,
        };
    }

    private bool HasJoint(bool inFeed) => (_survey.FuelSystem.Joints ?? []).Any(j => (j.Line == LineName.Return) != inFeed);

    private Hazy? SensorDrop(PlannedLine line, Hazy flow)
    {
        var whole = _path.Lost(line.Elements(_path), flow);
        var share = line.Place == SensorPlace.Bypass && whole.Elements[0].FlowSharePct is { } pct ? pct / 100 : 1;
        return line.Parts.FirstOrDefault(p => p.IsSensor) is { } sensor
            ? _path.DropKpa(
                [
                    new(FlowElementKind.Sensor)
                    {
                        BoreMm = sensor.BoreMm,
                        LengthMm = sensor.LengthMm,
                        UpstreamMm = line.InFeed ? _path.FeedBoreMm : _path.ReturnBoreMm,
                    },
                ],
                flow * share
            )
            : null;
    }

    private LagTimes Lag(bool inFeed, bool mixed, Branch? branch) =>
        Times(flows =>
        {
            if (flows.FeedLph is not { Value: > 0 } feed)
            {
                return null;
            }

            var filter = mixed ? TransportLag.MixedS([new LagVolume("filter", _path.FilterMl)], feed, TransportLag.UsualStepPct) : S(_path.FilterMl, feed);
            return inFeed ? filter + S(Along(_path.FeedMl, _path.FeedLengthMm), feed) + (branch?.LagS(feed) ?? 0)
                : flows.ReturnLph is { Value: > 0 } back ? filter + S(_path.FeedMl + _path.RailVolumeMl, feed) + S(Along(_path.ReturnMl, _path.ReturnLengthMm), back)
                : null;
        });

    // In the return the rail has had it: it is behind by the rail and what lies between.
    private LagTimes ToRail(bool inFeed, Branch? branch) =>
        Times(flows =>
            inFeed
                ? flows.FeedLph is { Value: > 0 } feed
                    ? S(_path.FeedMl - Along(_path.FeedMl, _path.FeedLengthMm), feed) - (branch?.LagS(feed) ?? 0)
                    : null
                : flows is { FeedLph: { Value: > 0 } through, ReturnLph: { Value: > 0 } back }
                    ? -(S(_path.RailVolumeMl, through) + S(Along(_path.ReturnMl, _path.ReturnLengthMm), back))
                    : null
        );

    // The sensor's side of a bypass: it gets its share of the flow only, and what it holds moves on that much slower.
    private sealed record Branch(PlannedLine Line, FuelPath Path)
    {
        private readonly Hazy _ml = ChainFlow.MlOf(Line.Parts, Line.HoseMm);

        public Hazy LagS(Hazy feedLph) => S(_ml, feedLph * ((Path.Lost(Line.Elements(Path), feedLph).Elements[0].FlowSharePct ?? 100) / 100));
    }

    private LagTimes Times(Func<LineFlows, Hazy?> at) => new(at(_path.Flows[0]), at(_path.Flows[1]), at(_path.Flows[2]));

    private static Hazy S(Hazy ml, Hazy lph) => ml * 3.6 / lph;

    // What lies before the sensor of a line: as measured along it, else anywhere.
    private Hazy Along(Hazy ml, Hazy lengthMm) =>
        _input.AlongMm is { } mm
            ? ml * (mm.Value < lengthMm.Value ? mm / lengthMm : 1.0)
            : ml
                * _ledger.Quantity(
                    0.5,
                    HazeSource.RectangularU(0.5),
                    new HazeSource("route.alongMm", "Where along the line", HazeShape.Rectangular, new HazeCheck("Measure along the line from the tank to the sensor.", 0.05))
                );

    private RegulatorOverrun? Overrun(List<PlacementOption> options)
    {
        if (!_path.HasReturn || _path.Flows[0].ReturnLph is not { Value: > 0 } back)
        {
            return null;
        }

        var line = _path.DropKpa([ChainFlow.Straight(_path.ReturnBoreMm, _path.ReturnLengthMm)], back);
        var parts = options.First(o => o.School == SensorPlace.Return).PressureDropKpa ?? 0;
        return RegulatorOverrun.Of(back, new PressureDifference<Hazy>(line + parts), new GaugePressure<Hazy>(_path.BaseKpa), _ledger, kpa => _path.IdleReturnLph(kpa) ?? back);
    }

    // Adapters, hose and sensor as they usually come for a line of this bore (from memory).
    private List<FittingPart> UsualParts(bool inFeed)
    {
        const double AdapterBoreMm = 6.2,
            AdapterMm = 38;
        var hoseBore = Math.Max(FittingPart.SensorBoreMm, (inFeed ? _path.FeedBoreMm : _path.ReturnBoreMm).Value);
        FittingPart Part(string code, string[] ports, double bore, double length, bool? sensor = null) => new(code, code, ports, bore, length, 0, true, Sensor: sensor);
        var adapter = Part("adapter", ["qc-3-8-f-tab", "barb-8"], AdapterBoreMm, AdapterMm);
        return
        [
            adapter,
            Part("hose", ["hose-8", "hose-8"], hoseBore, UsualHoseMm),
            adapter,
            Part(FittingPart.SensorCode, ["qc-3-8-m", "qc-3-8-m"], FittingPart.SensorBoreMm, FittingPart.SensorLengthMm, true),
            adapter,
        ];
    }
}
