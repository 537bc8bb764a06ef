import { numberOf } from "../../fields/stored";
import type { SurveyDocument, SurveyResults } from "./types";

interface Props {
  survey: SurveyDocument;
  /** How the reading reaches what meters the fuel. */
  signalPath: SurveyResults["signalPath"];
  /** Name of the stop one stands at. */
  at: string;
}

const kinds = {
  port: "port injection",
  singlePoint: "single-point injection",
  direct: "direct injection",
  both: "port and direct injection",
  carburettor: "carburetor",
  mechanical: "mechanical injection",
  diesel: "diesel",
  gas: "gas",
  twoStrokeOil: "two-stroke",
} as const;

/** The vehicle as far as it is known, drawn like a workshop sketch: what was not found out yet is dashed. */
export function VehicleSketch({ survey, signalPath, at }: Props) {
  const { fuelSystem, engine, injectors, pump, control } = survey;
  const line = fuelSystem?.line;
  const injection = fuelSystem?.kind;
  const cylinders = engine?.cylinders ?? null;
  const shownCylinders = Math.min(cylinders ?? 4, 8);
  const direct = injection === "direct" || injection === "both";
  const ports = injection === "port" || injection === "singlePoint" || injection === "both";
  const mark = (...stops: string[]) => (stops.includes(at) ? 3 : 1.6);
  const dashed = (known: unknown) => (known === null || known === undefined ? "5 5" : undefined);
  const pitch = 150 / shownCylinders;
  return (
    <svg viewBox="12 14 672 168" className="w-full text-base-content" role="img" aria-label={describe(survey, signalPath)}>
      <g fill="none" stroke="currentColor" strokeLinejoin="round">
        {/* Tank and pump. */}
        <path
          d="M20 62 h22 v-12 h20 v12 h78 v92 h-120 z"
          strokeWidth={mark("Tank")}
          strokeDasharray={dashed(fuelSystem?.tankLitres)}
        />
        {Array.from({ length: Math.min(pump?.count ?? 1, 3) }, (_, i) => (
          <rect
            // biome-ignore lint/suspicious/noArrayIndexKey: pumps differ by place only.
            key={i}
            x={98 - 26 * i}
            y={92}
            width={18}
            height={48}
            rx={3}
            strokeWidth={mark("Tank")}
            strokeDasharray={dashed(pump?.flowLph ?? pump?.curve)}
          />
        ))}
        {/* Feed, and return where there is one. */}
        <path d="M107 92 V40 H470 V62" strokeWidth={mark("Lines") + 1} strokeDasharray={dashed(line)} />
        {(line === "return" || !line) && (
          <path
            d="M640 78 H676 V172 H80 V154"
            strokeWidth={mark("Lines") + 1}
            strokeDasharray={dashed(line)}
            opacity={line ? 1 : 0.35}
          />
        )}
        {/* Rail and injectors. */}
        <rect x={470} y={62} width={170} height={16} rx={4} strokeWidth={mark("Injection")} strokeDasharray={dashed(injection)} />
        {Array.from({ length: shownCylinders }, (_, i) => {
          const x = 480 + pitch * (i + 0.5);
          return (
            <g
              // biome-ignore lint/suspicious/noArrayIndexKey: cylinders differ by place only.
              key={i}
            >
              <path
                d={`M${x} 78 V${direct && !ports ? 116 : 98}`}
                strokeWidth={mark("Injection") + 0.6}
                strokeDasharray={dashed(injectors?.ratedFlowCcMin ?? (direct ? true : null))}
              />
              {injection === "both" && <path d={`M${x + 5} 78 V116`} strokeWidth={mark("Injection")} />}
              <rect
                x={x - pitch / 2 + 3}
                y={104}
                width={pitch - 6}
                height={40}
                rx={3}
                strokeWidth={mark("Engine")}
                strokeDasharray={dashed(cylinders)}
              />
            </g>
          );
        })}
        {direct && <circle cx={470} cy={46} r={11} fill="var(--color-base-200)" strokeWidth={mark("Injection")} />}
        {engine?.aspiration === "boosted" && <path d="M436 104 a16 16 0 1 1 -1 22 M436 104 h34" strokeWidth={mark("Engine")} />}
        {/* Controller, and the way of the signal. */}
        <rect
          x={270}
          y={92}
          width={92}
          height={46}
          rx={5}
          strokeWidth={mark("Control")}
          strokeDasharray={dashed(control?.revisionListed)}
        />
        <path
          d={signalPath === "displayOnly" ? "M240 46 V114 H254" : "M240 46 V114 H270"}
          strokeWidth={mark("Control")}
          strokeDasharray={dashed(signalPath)}
        />
        <rect x={226} y={32} width={28} height={16} rx={3} fill="var(--color-base-200)" strokeWidth={mark("Lines")} />
      </g>
      <g className="text-[15px]" fill="currentColor">
        <text x={26} y={80} className="reading">
          {numberOf(fuelSystem?.tankLitres) === null ? "tank ?" : "tank"}
        </text>
        <text x={261} y={28} fill="var(--ink-2)">
          sensor goes somewhere here
        </text>
        <text x={278} y={120} fill="var(--ink-2)">
          {signalPath ? "controller" : "controller ?"}
        </text>
        <text x={440} y={165} fill="var(--ink-2)">
          {cylinders ? `${cylinders} cylinders` : "cylinders ?"}
          {injection ? `, ${kinds[injection]}` : ", injection ?"}
        </text>
        {!line && (
          <text x={300} y={167} fill="var(--ink-2)">
            return ?
          </text>
        )}
      </g>
    </svg>
  );
}

function describe({ fuelSystem, engine }: SurveyDocument, signalPath: SurveyResults["signalPath"]): string {
  const known = [
    engine?.cylinders && `${engine.cylinders} cylinders`,
    fuelSystem?.line &&
      { return: "feed and return line", returnless: "one line", controlledReturnless: "one line with a controlled pump" }[
        fuelSystem.line
      ],
    fuelSystem?.kind && kinds[fuelSystem.kind],
    signalPath && "the signal path is chosen",
  ].filter(Boolean);
  return `The vehicle as far as it is known: ${known.length === 0 ? "nothing yet" : known.join(", ")}`;
}
