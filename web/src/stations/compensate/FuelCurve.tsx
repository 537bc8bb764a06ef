import type { Metering } from "../../api/client";
import { EthanolPlot, type EthanolScales } from "../../plot/EthanolPlot";
import { bandPath, linePath, withRoom } from "../../plot/shapes";
import { hazyText } from "../../words/numbers";
import { said } from "../../words/said";
import type { CompensateResults } from "./types";

type Point = NonNullable<CompensateResults["curve"]>[number];

interface Props {
  points: readonly Point[];
  metering: Metering;
  results: CompensateResults;
  basePct: number;
}

const dashes: Record<Metering, string> = { mass: "7 5", orifice: "11 4 2 4", volume: "2 5" };
const names: Record<Metering, string> = { mass: "by mass", orifice: "orifice", volume: "by volume" };
const wordsWidth = 118;

/** The factor over all blends with its haze, the two other schools beside it, and where today's fuel stands. */
export function FuelCurve({ points, metering, results, basePct }: Props) {
  const { ethanolPct, fuelFactor } = results;
  const here = ethanolPct && fuelFactor ? { pct: ethanolPct.value, factor: fuelFactor.compositionFactor.value } : null;
  const others = (["mass", "orifice", "volume"] as const).filter((m) => m !== metering);
  const range = withRoom(points.flatMap((p) => [low(p), high(p), ...others.map((m) => p[m])]));
  return (
    <figure className="panel">
      <figcaption className="panel-title">Fuel factor on an E{basePct} base</figcaption>
      <EthanolPlot
        label={describe(points, here)}
        height={372}
        left={46}
        range={range}
        ticks={5}
        tickText={(tick) => tick.toFixed(1)}
        axis="ethanol in the line, % by volume"
      >
        {(scale) => (
          <>
            <Band points={points} scale={scale} />
            {others.map((m) => (
              <School key={m} metering={m} points={points} scale={scale} />
            ))}
            <path
              d={linePath(points.map((p) => [scale.x(p.ethanolPct), scale.y(p.factor)]))}
              fill="none"
              strokeWidth="4"
              stroke={scale.paint}
            />
            {here && (
              <g style={{ stroke: "var(--color-base-content)" }}>
                <path
                  d={`M${scale.x(0)} ${scale.y(here.factor)}H${scale.x(here.pct)}V${scale.y(range[0])}`}
                  fill="none"
                  strokeDasharray="2 3"
                  strokeWidth="1.3"
                />
                <circle
                  cx={scale.x(here.pct)}
                  cy={scale.y(here.factor)}
                  r="7"
                  strokeWidth="3"
                  style={{ fill: "var(--color-base-200)" }}
                />
              </g>
            )}
          </>
        )}
      </EthanolPlot>
    </figure>
  );
}

const low = (p: Point) => p.factor - p.plusMinus;
const high = (p: Point) => p.factor + p.plusMinus;

function Band({ points, scale: { x, y, paint } }: { points: readonly Point[]; scale: EthanolScales }) {
  const edge = (of: (p: Point) => number) => points.map((p) => [x(p.ethanolPct), y(of(p))] as const);
  return <path d={bandPath(edge(high), edge(low))} fill={paint} opacity="0.28" />;
}

/** Another school's line, and its words clear of the curve: where they end they must not touch what rises (or falls) under them. */
function School({ metering, points, scale: { x, y } }: { metering: Metering; points: readonly Point[]; scale: EthanolScales }) {
  const last = points[points.length - 1] as Point;
  const above = last[metering] > last.factor;
  const begin = points[Math.max(0, Math.round((points.length - 1) * (1 - wordsWidth / (x(100) - x(0)))))] as Point;
  return (
    <>
      <path
        d={linePath(points.map((p) => [x(p.ethanolPct), y(p[metering])]))}
        fill="none"
        strokeWidth="1.6"
        strokeDasharray={dashes[metering]}
        style={{ stroke: "var(--ink-2)" }}
      />
      <text
        x={above ? x(100) - wordsWidth : x(100)}
        y={above ? y(last[metering]) + 4 : y(low(begin)) + 26}
        textAnchor="end"
        fontSize="13"
        style={{ fill: "var(--ink-2)" }}
      >
        {names[metering]} <tspan className="reading">{last[metering].toFixed(2)}</tspan>
      </text>
    </>
  );
}

function describe(points: readonly Point[], here: { pct: number; factor: number } | null): string {
  const first = points[0] as Point;
  const last = points[points.length - 1] as Point;
  const shown = ({ factor, plusMinus }: Point) => hazyText({ value: factor, plusMinus }, "", 2);
  const rise = said("compensate", "drawnFactor", { from: shown(first), to: shown(last) });
  return here
    ? `${rise} ${said("compensate", "drawnFactorNow", { blend: here.pct.toFixed(0), factor: here.factor.toFixed(2) })}`
    : rise;
}
