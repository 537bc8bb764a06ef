import { useId } from "react";
import type { FuelFactor, HazyNumber, Metering } from "../../api/client";
import { ethanolColour } from "../../glass/ethanolColour";
import { useWidth } from "../../shell/useWidth";
import { hazyText } from "../../words/numbers";
import { extent, niceTicks, pathOf } from "./plot";

interface Point {
  ethanolPct: number;
  factor: HazyNumber;
  schools: FuelFactor["schools"];
}

interface Props {
  points: readonly Point[];
  metering: Metering;
  ethanol: HazyNumber | null;
  basePct: number;
}

const height = 372;
const margin = { left: 46, right: 18, top: 22, bottom: 46 };
const dashes: Record<Metering, string> = { mass: "7 5", orifice: "11 4 2 4", volume: "2 5" };
const names: Record<Metering, string> = { mass: "by mass", orifice: "orifice", volume: "by volume" };

/** The factor over all blends with its haze, the two other schools beside it, and where today's fuel stands. */
export function FuelCurve({ points, metering, ethanol, basePct }: Props) {
  const [frame, width] = useWidth<HTMLDivElement>();
  const id = useId();
  const here = ethanol ? nearest(points, ethanol.value) : null;
  return (
    <figure className="panel">
      <figcaption className="panel-title">Fuel factor on an E{basePct} base</figcaption>
      <div ref={frame}>{width > 0 && draw()}</div>
    </figure>
  );

  function draw() {
    const others = (["mass", "orifice", "volume"] as const).filter((m) => m !== metering);
    const [low, high] = extent(
      points.flatMap((p) => [
        p.factor.value - p.factor.plusMinus,
        p.factor.value + p.factor.plusMinus,
        ...others.map((m) => p.schools[m].value),
      ]),
    );
    const x = (pct: number) => margin.left + ((width - margin.left - margin.right) * pct) / 100;
    const y = (factor: number) => margin.top + ((height - margin.top - margin.bottom) * (high - factor)) / (high - low);
    const band = [
      ...points.map((p) => [x(p.ethanolPct), y(p.factor.value + p.factor.plusMinus)] as const),
      ...[...points].reverse().map((p) => [x(p.ethanolPct), y(p.factor.value - p.factor.plusMinus)] as const),
    ];
    const last = points[points.length - 1] as Point;
    return (
      <svg width={width} height={height} role="img" aria-label={describe()} className="block">
        <defs>
          <linearGradient id={`${id}e`} x1={x(0)} x2={x(100)} y1="0" y2="0" gradientUnits="userSpaceOnUse">
            {[0, 25, 50, 75, 100].map((e) => (
              <stop key={e} offset={`${e}%`} style={{ stopColor: ethanolColour(e) }} />
            ))}
          </linearGradient>
        </defs>
        {niceTicks(low, high, 5).map((tick) => (
          <g key={tick}>
            <line x1={x(0)} x2={x(100)} y1={y(tick)} y2={y(tick)} style={{ stroke: "var(--rule)" }} />
            <text
              x={margin.left - 9}
              y={y(tick) + 4.5}
              textAnchor="end"
              fontSize="12.5"
              className="reading"
              style={{ fill: "var(--ink-2)" }}
            >
              {tick.toFixed(1)}
            </text>
          </g>
        ))}
        {[0, 25, 50, 75, 100].map((pct) => (
          <text
            key={pct}
            x={x(pct)}
            y={height - 24}
            textAnchor="middle"
            fontSize="12.5"
            className="reading"
            style={{ fill: "var(--ink-2)" }}
          >
            {pct}
          </text>
        ))}
        <text x={(x(0) + x(100)) / 2} y={height - 5} textAnchor="middle" fontSize="12.5" style={{ fill: "var(--ink-3)" }}>
          ethanol in the line, % by volume
        </text>
        <path d={`${pathOf(band)}Z`} fill={`url(#${id}e)`} opacity="0.28" />
        {others.map((m) => (
          <path
            key={m}
            d={pathOf(points.map((p) => [x(p.ethanolPct), y(p.schools[m].value)]))}
            fill="none"
            strokeWidth="1.6"
            strokeDasharray={dashes[m]}
            style={{ stroke: "var(--ink-2)" }}
          />
        ))}
        <path
          d={pathOf(points.map((p) => [x(p.ethanolPct), y(p.factor.value)]))}
          fill="none"
          strokeWidth="4"
          stroke={`url(#${id}e)`}
        />
        {others.map((m) => {
          // Where the words end they must be clear of the line, which is lower (or higher) where they begin.
          const above = last.schools[m].value > last.factor.value;
          const wordsWidth = 118;
          const begin = points[Math.max(0, Math.round((points.length - 1) * (1 - wordsWidth / (x(100) - x(0)))))] as Point;
          return (
            <text
              key={m}
              x={above ? x(100) - wordsWidth : x(100)}
              y={above ? y(last.schools[m].value) + 4 : y(begin.factor.value - begin.factor.plusMinus) + 26}
              textAnchor="end"
              fontSize="13"
              style={{ fill: "var(--ink-2)" }}
            >
              {names[m]} <tspan className="reading">{last.schools[m].value.toFixed(2)}</tspan>
            </text>
          );
        })}
        {here && (
          <g style={{ stroke: "var(--color-base-content)" }}>
            <path d={`M${x(0)} ${y(here.factor)}H${x(here.pct)}V${y(low)}`} fill="none" strokeDasharray="2 3" strokeWidth="1.3" />
            <circle cx={x(here.pct)} cy={y(here.factor)} r="7" strokeWidth="3" style={{ fill: "var(--color-base-200)" }} />
          </g>
        )}
      </svg>
    );
  }

  function describe(): string {
    const first = points[0] as Point;
    const last = points[points.length - 1] as Point;
    const now = here ? ` At E${here.pct.toFixed(0)} it is ${here.factor.toFixed(2)}.` : "";
    return `The fuel factor rises from ${hazyText(first.factor, "", 2)} at E0 to ${hazyText(last.factor, "", 2)} at E100.${now}`;
  }
}

/** Where the curve is at a blend: for the mark on the drawing only. */
function nearest(points: readonly Point[], pct: number): { pct: number; factor: number } {
  const i = Math.min(points.length - 2, Math.max(0, points.findIndex((p) => p.ethanolPct > pct) - 1));
  const [a, b] = [points[i] as Point, points[i + 1] as Point];
  const share = (pct - a.ethanolPct) / (b.ethanolPct - a.ethanolPct);
  return { pct, factor: a.factor.value + share * (b.factor.value - a.factor.value) };
}
