import { type ReactNode, useId } from "react";
import { ethanolColour } from "../glass/ethanolColour";
import { useWidth } from "../shell/useWidth";
import { niceTicks } from "./plot";

/** Places on the drawing, in pixels, and the paint that is the fuel's colour at every blend. */
export interface PlotScale {
  x: (ethanolPct: number) => number;
  y: (value: number) => number;
  paint: string;
  /** What stands at a place on the drawing. */
  at: (x: number, y: number) => { ethanolPct: number; value: number };
}

interface Props {
  label: string;
  height: number;
  left: number;
  /** Lowest and highest value drawn. */
  range: readonly [number, number];
  ticks: number;
  tickText: (value: number) => string;
  /** Said under the blends. */
  axis?: string;
  children: (scale: PlotScale) => ReactNode;
}

const right = 16;
const top = 16;

/** Something over all blends: E0 to E100 along the bottom, round values at the left. */
export function EthanolPlot({ label, height, left, range, ticks, tickText, axis, children }: Props) {
  const [frame, width] = useWidth<HTMLDivElement>();
  const id = useId();
  const [low, high] = range;
  const bottom = axis ? 46 : 24;
  const x = (pct: number) => left + ((width - left - right) * pct) / 100;
  const y = (value: number) => top + ((height - top - bottom) * (high - value)) / (high - low);
  const at = (px: number, py: number) => ({
    ethanolPct: (100 * (px - left)) / (width - left - right),
    value: high - ((high - low) * (py - top)) / (height - top - bottom),
  });
  return (
    <div ref={frame}>
      {width > 0 && (
        <svg width={width} height={height} role="img" aria-label={label} className="block">
          <defs>
            <linearGradient id={id} x1={x(0)} x2={x(100)} y1="0" y2="0" gradientUnits="userSpaceOnUse">
              {[0, 25, 50, 75, 100].map((e) => (
                <stop key={e} offset={`${e}%`} style={{ stopColor: ethanolColour(e) }} />
              ))}
            </linearGradient>
          </defs>
          <g className="reading" fontSize="12.5" style={{ fill: "var(--ink-2)" }}>
            {niceTicks(low, high, ticks).map((tick) => (
              <g key={tick}>
                <line
                  x1={x(0)}
                  x2={x(100)}
                  y1={y(tick)}
                  y2={y(tick)}
                  style={{ stroke: tick === 0 ? "var(--ink-3)" : "var(--rule)" }}
                />
                <text x={left - 9} y={y(tick) + 4.5} textAnchor="end">
                  {tickText(tick)}
                </text>
              </g>
            ))}
            {[0, 25, 50, 75, 100].map((pct) => (
              <text key={pct} x={x(pct)} y={height - bottom + 20} textAnchor="middle">
                {pct}
              </text>
            ))}
          </g>
          {axis && (
            <text x={(x(0) + x(100)) / 2} y={height - 5} textAnchor="middle" fontSize="12.5" style={{ fill: "var(--ink-3)" }}>
              {axis}
            </text>
          )}
          {children({ x, y, at, paint: `url(#${id})` })}
        </svg>
      )}
    </div>
  );
}
