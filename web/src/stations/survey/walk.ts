/** How an answer is given. */
export type AnswerKind =
  | { kind: "count" }
  | { kind: "number" }
  | { kind: "hazy" }
  | { kind: "choice"; choices: readonly { name: string; label: string; how?: string }[] }
  | { kind: "yesNo" }
  | { kind: "text" }
  | { kind: "joints" }
  | { kind: "curve" }
  | { kind: "deadTimes" };

export interface Question {
  field: string;
  answer: AnswerKind;
  hint?: string;
  /** There is a plate or a joint to take a photo of. */
  photo?: boolean;
}

export interface Stop {
  name: string;
  /** Where one stands. */
  place: string;
  questions: readonly Question[];
}

/** The survey, in the order one walks round the vehicle. What each question is called, its unit and its range are Core's. */
export const walk: readonly Stop[] = [
  {
    name: "Owner",
    place: "before the hood opens",
    questions: [
      { field: "engine.powerKw", answer: { kind: "number" } },
      { field: "engine.wantedPowerKw", answer: { kind: "number" } },
      {
        field: "goals.highestEthanolPct",
        answer: { kind: "number" },
      },
      {
        field: "goals.localEthanolPct",
        answer: { kind: "hazy" },
      },
      { field: "goals.localFuel", answer: { kind: "text" } },
      { field: "goals.roadUse", answer: { kind: "yesNo" } },
    ],
  },
  {
    name: "Tank",
    place: "at the rear",
    questions: [
      { field: "fuelSystem.tankLitres", answer: { kind: "number" } },
      { field: "pump.count", answer: { kind: "count" } },
      {
        field: "pump.flowLph",
        photo: true,
        answer: { kind: "hazy" },
      },
      {
        field: "pump.curve",
        answer: { kind: "curve" },
        hint: "With a curve, the curve counts.",
      },
      {
        field: "pump.curveV",
        answer: { kind: "number" },
      },
      { field: "fuelSystem.filter", answer: { kind: "text" } },
    ],
  },
  {
    name: "Lines",
    place: "under the floor, to the engine",
    questions: [
      {
        field: "fuelSystem.line",
        answer: {
          kind: "choice",
          choices: [
            { name: "return", label: "Return line to tank", how: "unused fuel flows back" },
            { name: "returnless", label: "Returnless", how: "the pressure is held in the tank" },
            { name: "controlledReturnless", label: "Returnless, controlled pump", how: "a controller drives the pump" },
          ],
        },
      },
      {
        field: "fuelSystem.joints",
        photo: true,
        answer: { kind: "joints" },
        hint: "The wrong gender or angle is the commonest wasted order: look, do not guess.",
      },
      {
        field: "fuelSystem.pressureSensors",
        answer: { kind: "text" },
      },
      { field: "fuelSystem.blindSpots", answer: { kind: "text" } },
    ],
  },
  {
    name: "Engine",
    place: "under the bonnet",
    questions: [
      { field: "engine.cylinders", answer: { kind: "count" } },
      { field: "engine.displacementCc", answer: { kind: "number" } },
      {
        field: "engine.aspiration",
        answer: {
          kind: "choice",
          choices: [
            { name: "natural", label: "Naturally aspirated" },
            { name: "boosted", label: "Turbo or supercharged" },
          ],
        },
      },
      { field: "engine.boostKpa", answer: { kind: "number" } },
      { field: "engine.redlineRpm", answer: { kind: "number" } },
      { field: "engine.fullLoadLambda", answer: { kind: "number" } },
    ],
  },
  {
    name: "Injection",
    place: "at the rail",
    questions: [
      {
        field: "fuelSystem.injection",
        answer: {
          kind: "choice",
          choices: [
            { name: "port", label: "Port" },
            { name: "direct", label: "Direct" },
            { name: "both", label: "Port and direct" },
          ],
        },
      },
      {
        field: "fuelSystem.basePressureKpa",
        answer: { kind: "hazy" },
      },
      {
        field: "fuelSystem.followsManifold",
        answer: { kind: "yesNo" },
      },
      { field: "injectors.count", answer: { kind: "count" } },
      {
        field: "injectors.ratedFlowCcMin",
        photo: true,
        answer: { kind: "hazy" },
      },
      {
        field: "injectors.ratedPressureKpa",
        answer: { kind: "number" },
      },
      {
        field: "injectors.testFluidDensityKgM3",
        answer: { kind: "number" },
      },
      { field: "injectors.deadTimes", answer: { kind: "deadTimes" } },
      {
        field: "injectors.deadTimeMsPer100Kpa",
        answer: { kind: "number" },
        hint: "Data sheets give dead time at several pressures: take the difference. If blank, it does not grow.",
      },
      {
        field: "injectors.impedanceOhm",
        answer: { kind: "number" },
      },
      {
        field: "directInjection.pumpDisplacementCcPerCamRev",
        answer: { kind: "number" },
        hint: "From data only: the high-pressure side is never opened for this.",
      },
      { field: "directInjection.pumpLobes", answer: { kind: "count" } },
      {
        field: "directInjection.railPressureKpa",
        answer: { kind: "number" },
      },
      {
        field: "directInjection.windowDeg",
        answer: { kind: "number" },
      },
    ],
  },
  {
    name: "Control",
    place: "at the controller",
    questions: [
      {
        field: "control.signalPath",
        answer: {
          kind: "choice",
          choices: [
            { name: "directFrequency", label: "Frequency", how: "into a digital input of the controller" },
            { name: "analyserVoltage", label: "Voltage", how: "a signal converter turns it into volts" },
            { name: "gateway", label: "Bus", how: "a box turns it into bus messages" },
            { name: "injectorExtender", label: "Injector extender", how: "a box lengthens each pulse" },
            { name: "displayOnly", label: "Display only", how: "nothing is controlled" },
          ],
        },
      },
      {
        field: "control.gearbox",
        answer: {
          kind: "choice",
          choices: [
            { name: "manual", label: "Manual" },
            { name: "automatic", label: "Automatic" },
          ],
        },
        hint: "Versions differ in their plugs.",
      },
      {
        field: "control.hardwareRevision",
        photo: true,
        answer: { kind: "text" },
      },
      { field: "control.firmwareRevision", answer: { kind: "text" } },
      {
        field: "control.revisionListed",
        answer: { kind: "yesNo" },
      },
      {
        field: "control.plugPresent",
        photo: true,
        answer: { kind: "yesNo" },
      },
      { field: "control.freeInput", answer: { kind: "yesNo" } },
      {
        field: "control.displaces",
        answer: { kind: "text" },
      },
      {
        field: "control.fuelMapEthanolPct",
        answer: { kind: "hazy" },
        hint: "Ask who made it; it may have been E85.",
      },
      {
        field: "control.sparkMapEthanolPct",
        answer: { kind: "hazy" },
      },
      { field: "control.mapsMadeBy", answer: { kind: "text" } },
      {
        field: "control.hasFailsafe",
        answer: { kind: "yesNo" },
      },
      {
        field: "control.failsafes",
        answer: { kind: "text" },
      },
    ],
  },
];
