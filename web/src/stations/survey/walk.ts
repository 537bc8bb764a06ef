import type { QuantityName } from "../../words/units";

/** How an answer is given. */
export type AnswerKind =
  | { kind: "count" }
  | { kind: "number"; quantity?: QuantityName; unit?: string }
  | { kind: "hazy"; quantity?: QuantityName; unit?: string; prefix?: string }
  | { kind: "choice"; choices: readonly { name: string; label: string; how?: string }[] }
  | { kind: "yesNo" }
  | { kind: "text" }
  | { kind: "joints" }
  | { kind: "curve" }
  | { kind: "deadTimes" };

export interface Question {
  field: string;
  ask: string;
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

/** The survey, in the order one walks round the vehicle. */
export const walk: readonly Stop[] = [
  {
    name: "Owner",
    place: "before the bonnet opens",
    questions: [
      { field: "engine.powerKw", ask: "Power now", answer: { kind: "number", quantity: "kw" } },
      { field: "engine.wantedPowerKw", ask: "Power wanted", answer: { kind: "number", quantity: "kw" } },
      {
        field: "goals.highestEthanolPct",
        ask: "Highest blend that must work",
        answer: { kind: "number", unit: "% ethanol" },
      },
      {
        field: "goals.localEthanolPct",
        ask: "What the local pump sells as high blend",
        answer: { kind: "hazy", prefix: "E" },
      },
      { field: "goals.localFuel", ask: "Where and when it is to be had", answer: { kind: "text" } },
      { field: "goals.roadUse", ask: "Used on public roads", answer: { kind: "yesNo" } },
    ],
  },
  {
    name: "Tank",
    place: "at the rear",
    questions: [
      { field: "fuelSystem.tankLitres", ask: "Tank volume", answer: { kind: "number", quantity: "litres" } },
      { field: "pump.count", ask: "Pumps side by side", answer: { kind: "count" } },
      {
        field: "pump.flowLph",
        photo: true,
        ask: "Flow of one pump at the pressure it works against",
        answer: { kind: "hazy", quantity: "lph" },
      },
      {
        field: "pump.curve",
        ask: "Its curve, where there is one",
        answer: { kind: "curve" },
        hint: "With a curve, the curve counts.",
      },
      {
        field: "pump.curveV",
        ask: "Curve taken at",
        answer: { kind: "number", unit: "V" },
      },
      { field: "fuelSystem.filter", ask: "Where the filter is, and of what kind", answer: { kind: "text" } },
    ],
  },
  {
    name: "Lines",
    place: "under the floor, to the engine",
    questions: [
      {
        field: "fuelSystem.line",
        ask: "How the fuel reaches the rail",
        answer: {
          kind: "choice",
          choices: [
            { name: "return", label: "Two lines", how: "what is not used flows back" },
            { name: "returnless", label: "One line", how: "pressure is kept in the tank" },
            { name: "controlledReturnless", label: "One line, driven", how: "a controller drives the pump" },
          ],
        },
      },
      {
        field: "fuelSystem.joints",
        photo: true,
        ask: "Joints a sensor could go into",
        answer: { kind: "joints" },
        hint: "The wrong gender or angle is the commonest wasted order: look, do not guess.",
      },
      {
        field: "fuelSystem.pressureSensors",
        ask: "Fuel pressure sensors there are, and what they see",
        answer: { kind: "text" },
      },
      { field: "fuelSystem.blindSpots", ask: "What nobody can see on this vehicle", answer: { kind: "text" } },
    ],
  },
  {
    name: "Engine",
    place: "under the bonnet",
    questions: [
      { field: "engine.cylinders", ask: "Cylinders", answer: { kind: "count" } },
      { field: "engine.displacementCc", ask: "Displacement", answer: { kind: "number", quantity: "cc" } },
      {
        field: "engine.aspiration",
        ask: "Breathes",
        answer: {
          kind: "choice",
          choices: [
            { name: "natural", label: "By itself" },
            { name: "boosted", label: "By a charger" },
          ],
        },
      },
      { field: "engine.boostKpa", ask: "Boost at full load", answer: { kind: "number", quantity: "kpa" } },
      { field: "engine.redlineRpm", ask: "Redline", answer: { kind: "number", unit: "1/min" } },
      { field: "engine.fullLoadLambda", ask: "Lambda at full load, measured", answer: { kind: "number" } },
    ],
  },
  {
    name: "Injection",
    place: "at the rail",
    questions: [
      {
        field: "fuelSystem.injection",
        ask: "Injects into",
        answer: {
          kind: "choice",
          choices: [
            { name: "port", label: "The ports" },
            { name: "direct", label: "The cylinders" },
            { name: "both", label: "Both" },
          ],
        },
      },
      {
        field: "fuelSystem.basePressureKpa",
        ask: "Low-side pressure at idle, manifold hose off",
        answer: { kind: "hazy", quantity: "kpa" },
      },
      {
        field: "fuelSystem.followsManifold",
        ask: "It rises with the manifold's pressure",
        answer: { kind: "yesNo" },
      },
      { field: "injectors.count", ask: "Injectors in the ports", answer: { kind: "count" } },
      {
        field: "injectors.ratedFlowCcMin",
        photo: true,
        ask: "Rated flow of one",
        answer: { kind: "hazy", quantity: "ccPerMin" },
      },
      {
        field: "injectors.ratedPressureKpa",
        ask: "Rated at a pressure drop of",
        answer: { kind: "number", quantity: "kpa" },
        hint: "Left out: 300 kPa.",
      },
      {
        field: "injectors.testFluidDensityKgM3",
        ask: "Density of the fluid it was rated with",
        answer: { kind: "number", quantity: "kgPerM3" },
        hint: "Left out: n-heptane, 684 kg/m³.",
      },
      { field: "injectors.deadTimes", ask: "Dead time over battery voltage", answer: { kind: "deadTimes" } },
      {
        field: "injectors.deadTimeMsPer100Kpa",
        ask: "Dead time grows by, for every 100 kPa over the rated pressure",
        answer: { kind: "number", unit: "ms" },
        hint: "Data sheets give dead time at several pressures: the difference for 100 kPa (14.5 psi). Left out: it does not grow.",
      },
      {
        field: "injectors.impedanceOhm",
        ask: "Resistance of a coil",
        answer: { kind: "number", unit: "Ω" },
      },
      {
        field: "directInjection.pumpDisplacementCcPerCamRev",
        ask: "High-pressure pump, displacement a turn of the cam",
        answer: { kind: "number", quantity: "cc" },
        hint: "From data only: the high-pressure side is never opened for this.",
      },
      { field: "directInjection.pumpLobes", ask: "Lobes that drive it", answer: { kind: "count" } },
      {
        field: "directInjection.railPressureKpa",
        ask: "Rail pressure at full load",
        answer: { kind: "number", quantity: "kpa" },
      },
      {
        field: "directInjection.windowDeg",
        ask: "Injection window at full load",
        answer: { kind: "number", unit: "° crank" },
      },
    ],
  },
  {
    name: "Control",
    place: "at the controller",
    questions: [
      {
        field: "control.signalPath",
        ask: "How the signal reaches what controls the engine",
        answer: {
          kind: "choice",
          choices: [
            { name: "directFrequency", label: "Frequency", how: "into a digital input of the controller" },
            { name: "analyserVoltage", label: "Voltage", how: "an analyser box turns it into volts" },
            { name: "gateway", label: "Bus", how: "a box turns it into bus messages" },
            { name: "injectorExtender", label: "Injector extender", how: "a box lengthens each pulse" },
            { name: "displayOnly", label: "Display only", how: "nothing is controlled" },
          ],
        },
      },
      {
        field: "control.gearbox",
        ask: "Gearbox",
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
        ask: "Hardware revision, as written on it",
        answer: { kind: "text" },
      },
      { field: "control.firmwareRevision", ask: "Firmware revision, as read out", answer: { kind: "text" } },
      {
        field: "control.revisionListed",
        ask: "The maker of tune or box lists this revision",
        answer: { kind: "yesNo" },
      },
      {
        field: "control.plugPresent",
        photo: true,
        ask: "The plug the kit needs is on this vehicle",
        answer: { kind: "yesNo" },
      },
      { field: "control.freeInput", ask: "An input for the signal is free", answer: { kind: "yesNo" } },
      {
        field: "control.displaces",
        ask: "What gives way to it",
        answer: { kind: "text" },
      },
      {
        field: "control.fuelMapEthanolPct",
        ask: "The fuel map was made on",
        answer: { kind: "hazy", prefix: "E" },
        hint: "Ask who made it; E85 is not unheard of.",
      },
      {
        field: "control.sparkMapEthanolPct",
        ask: "The spark map was made on",
        answer: { kind: "hazy", prefix: "E" },
      },
      { field: "control.mapsMadeBy", ask: "By whom, and when", answer: { kind: "text" } },
      {
        field: "control.hasFailsafe",
        ask: "It offers a failsafe for a lost signal",
        answer: { kind: "yesNo" },
      },
      {
        field: "control.failsafes",
        ask: "Which failsafes",
        answer: { kind: "text" },
      },
    ],
  },
];

/** The questions of a stop that concern this vehicle. */
export function questionsOf(stop: Stop, notAsked: readonly string[]): readonly Question[] {
  return stop.questions.filter((q) => !notAsked.includes(q.field));
}
