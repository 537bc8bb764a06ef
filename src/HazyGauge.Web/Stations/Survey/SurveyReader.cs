using HazyGauge.Core.Capacity;
using HazyGauge.Core.Findings;
using HazyGauge.Core.Haze;
using HazyGauge.Core.Vehicles;
using HazyGauge.Web.Haze;

namespace HazyGauge.Web.Stations.Survey;

/// <summary>Brings the answers of a survey document onto a ledger, and refuses what no survey can hold.</summary>
internal sealed class SurveyReader(SurveyDocument document, HazeReader haze)
{
    private const int LongestText = 200;
    private const int LongestNotes = 2000;
    private const int MostPhotos = 60;
    private const int MostJoints = 20;

    /// <summary>The verdict on a document.</summary>
    /// <exception cref="RefusedInputException">It holds what cannot be.</exception>
    public static SurveyVerdict Judge(SurveyDocument document)
    {
        var haze = NewHaze();
        return SurveyCheck.Judge(Read(document, haze), haze.Ledger);
    }

    /// <summary>A reader whose numbers are named as the survey names them.</summary>
    public static HazeReader NewHaze() => new(new HazeLedger(), (field, _) => SurveyedSources.Measured(field));

    /// <summary>What a document says of the vehicle.</summary>
    /// <exception cref="RefusedInputException">It holds what cannot be.</exception>
    public static VehicleSurvey Read(SurveyDocument document, HazeReader haze)
    {
        var reader = new SurveyReader(document, haze);
        reader.CheckLists();
        var survey = reader.Survey();
        reader.CheckTexts();
        reader.CheckUnknowns();
        haze.Check.ThrowIfAny();
        return survey;
    }

    private VehicleSurvey Survey()
    {
        var (engine, fuel, pump, injectors, direct, control, goals) = (
            document.Engine ?? new(), document.FuelSystem ?? new(), document.Pump ?? new(), document.Injectors ?? new(), document.DirectInjection ?? new(), document.Control ?? new(), document.Goals ?? new());
        return new VehicleSurvey(
            new Engine(
                engine.Cylinders,
                Read(engine.DisplacementCc, "engine.displacementCc"),
                engine.Aspiration,
                Read(engine.BoostKpa, "engine.boostKpa"),
                Read(engine.RedlineRpm, "engine.redlineRpm"),
                Read(engine.PowerKw, "engine.powerKw"),
                Read(engine.WantedPowerKw, "engine.wantedPowerKw"),
                Read(engine.FullLoadLambda, "engine.fullLoadLambda")),
            new FuelSystem(
                fuel.Line,
                fuel.Injection,
                Read(fuel.BasePressureKpa, "fuelSystem.basePressureKpa"),
                fuel.FollowsManifold,
                Read(fuel.TankLitres, "fuelSystem.tankLitres"),
                [.. (fuel.Joints ?? []).Select(j => new Joint(j.Line, j.AngleDeg))]),
            new FuelPump(pump.Count, Read(pump.FlowLph, "pump.flowLph"), Curve(), Read(pump.CurveV, "pump.curveV")),
            new PortInjectors(
                injectors.Count,
                Read(injectors.RatedFlowCcMin, "injectors.ratedFlowCcMin"),
                Read(injectors.RatedPressureKpa, "injectors.ratedPressureKpa"),
                Read(injectors.TestFluidDensityKgM3, "injectors.testFluidDensityKgM3"),
                DeadTimes(),
                Read(injectors.ImpedanceOhm, "injectors.impedanceOhm"),
                Read(injectors.DeadTimeMsPer100Kpa, "injectors.deadTimeMsPer100Kpa")),
            new DirectInjection(
                Read(direct.PumpDisplacementCcPerCamRev, "directInjection.pumpDisplacementCcPerCamRev"),
                direct.PumpLobes,
                Read(direct.RailPressureKpa, "directInjection.railPressureKpa"),
                Read(direct.WindowDeg, "directInjection.windowDeg")),
            new EngineControl(
                control.SignalPath,
                control.RevisionListed,
                control.PlugPresent,
                control.FreeInput,
                control.Displaces,
                Read(control.FuelMapEthanolPct, "control.fuelMapEthanolPct"),
                Read(control.SparkMapEthanolPct, "control.sparkMapEthanolPct"),
                control.HasFailsafe),
            new Goals(Read(goals.HighestEthanolPct, "goals.highestEthanolPct"), Read(goals.LocalEthanolPct, "goals.localEthanolPct"), goals.RoadUse));
    }

    private Hazy? Read(HazyInput? input, string field) => haze.Optional(input, field);

    private List<PumpPoint<Hazy>>? Curve() => document.Pump?.Curve?.Select((p, i) => new PumpPoint<Hazy>(
        Number(p.PressureKpa, $"pump.curve[{i}].pressureKpa"), Number(p.FlowLph, $"pump.curve[{i}].flowLph"))).ToList();

    private List<DeadTimePoint>? DeadTimes() => document.Injectors?.DeadTimes?.Select((p, i) => new DeadTimePoint(
        Number(p.BatteryV, $"injectors.deadTimes[{i}].batteryV"), Number(p.DeadTimeMs, $"injectors.deadTimes[{i}].deadTimeMs"))).ToList();

    private double Number(double? number, string field)
    {
        if (number is null)
        {
            haze.Check.Refuse(field, "A number is missing here.");
        }

        return number ?? 0;
    }

    // A list with a hole in it is refused before anything looks into it.
    private void CheckLists()
    {
        NoHoles(document.FuelSystem?.Joints, "fuelSystem.joints");
        NoHoles(document.Pump?.Curve, "pump.curve");
        NoHoles(document.Injectors?.DeadTimes, "injectors.deadTimes");
        NoHoles(document.Unknowns, "unknowns");
        NoHoles(document.Photos, "photos");
        if (document.Photos?.Any(p => p is { Field: null } or { Sha256: null }) == true)
        {
            haze.Check.Refuse("photos", "A photo needs the answer it belongs to and the file it is.");
        }

        haze.Check.ThrowIfAny();
    }

    private void NoHoles<T>(IReadOnlyList<T>? list, string field)
        where T : class
    {
        if (list?.Any(item => item is null) == true)
        {
            haze.Check.Refuse(field, "An item of this list is empty.");
        }
    }

    private void CheckTexts()
    {
        Text(document.Notes, "notes", LongestNotes);
        Text(document.FuelSystem?.Filter, "fuelSystem.filter");
        Text(document.FuelSystem?.PressureSensors, "fuelSystem.pressureSensors");
        Text(document.FuelSystem?.BlindSpots, "fuelSystem.blindSpots");
        Text(document.Control?.HardwareRevision, "control.hardwareRevision");
        Text(document.Control?.FirmwareRevision, "control.firmwareRevision");
        Text(document.Control?.Displaces, "control.displaces");
        Text(document.Control?.MapsMadeBy, "control.mapsMadeBy");
        Text(document.Control?.Failsafes, "control.failsafes");
        Text(document.Goals?.LocalFuel, "goals.localFuel");
        var joints = document.FuelSystem?.Joints ?? [];
        if (joints.Count > MostJoints)
        {
            haze.Check.Refuse("fuelSystem.joints", $"At most {MostJoints} joints.");
        }

        for (var i = 0; i < joints.Count; i++)
        {
            Text(joints[i].Place, $"fuelSystem.joints[{i}].place");
            Text(joints[i].Size, $"fuelSystem.joints[{i}].size");
            Text(joints[i].Retainer, $"fuelSystem.joints[{i}].retainer");
        }

        if (document.Photos is { Count: > MostPhotos })
        {
            haze.Check.Refuse("photos", $"At most {MostPhotos} photos.");
        }
    }

    private void Text(string? text, string field, int longest = LongestText)
    {
        if (text?.Length > longest)
        {
            haze.Check.Refuse(field, $"This is longer than {longest} characters.");
        }

        if (text?.Any(c => char.IsControl(c) && c != '\n') == true)
        {
            haze.Check.Refuse(field, "This holds characters that cannot be shown.");
        }
    }

    private void CheckUnknowns()
    {
        foreach (var field in document.Unknowns ?? [])
        {
            if (!SurveyFields.Known.TryGetValue(field, out var answer))
            {
                haze.Check.Refuse("unknowns", $"There is no answer '{(field.Length > 60 ? field[..60] : field)}' in a survey.");
            }
            else if (answer(document) is not null)
            {
                haze.Check.Refuse(field, "This is answered, and said to be unknown: take one of the two out.");
            }
        }
    }
}
