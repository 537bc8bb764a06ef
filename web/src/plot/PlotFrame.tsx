import { type ScaleLinear, scaleLinear } from "d3-scale";
import type { ReactNode } from "react";
import { useWidth } from "../shell/useWidth";

/** Places on the drawing, in pixels. */
export interface PlotScales {
  x: ScaleLinear<number, number>;
  y: ScaleLinear<number, number>;
  /** The box the scales span. */
  box: { x: number; y: number; width: number; height: number };
}

type Range = readonly [low: number, high: number];

interface Props {
  /** What is drawn, in words. */
  label: string;
  height: number;
  margins: { left: number; right: number; top: number; bottom: number };
  x: Range;
  y: Range;
  /** Values said along the bottom. */
  xMarks?: readonly { at: number; text: string; anchor?: "start" | "middle" | "end" }[];
  /** About how many round values are said at the left; none if left out. */
  yTicks?: number;
  yText?: (value: number) => string;
  /** Draws a rule at every value said at the left. */
  ruled?: boolean;
  /** Said under the values along the bottom. */
  axis?: string;
  className?: string;
  children: (scales: PlotScales) => ReactNode;
}

/** A drawing over two scales, as wide as its place: the values at its edges are the frame's, what is inside is the caller's. */
export function PlotFrame({ label, height, margins, axis, className, children, ...props }: Props) {
  const [frame, width] = useWidth<HTMLDivElement>();
  const { left, right, top, bottom } = margins;
  const x = scaleLinear(props.x, [left, width - right]);
  const y = scaleLinear(props.y, [height - bottom, top]);
  const yText = props.yText ?? ((value: number) => value.toFixed(0));
  return (
    <div ref={frame} className={className}>
      {width > 0 && (
        <svg width={width} height={height} role="img" aria-label={label} className="block">
          <g className="reading" fontSize="12.5" style={{ fill: "var(--ink-2)" }}>
            {(props.yTicks ? y.ticks(props.yTicks) : []).map((tick) => (
              <g key={tick}>
                {props.ruled && (
                  <line
                    x1={left}
                    x2={width - right}
                    y1={y(tick)}
                    y2={y(tick)}
                    style={{ stroke: tick === 0 ? "var(--ink-3)" : "var(--rule)" }}
                  />
                )}
                <text x={left - 9} y={y(tick) + 4.5} textAnchor="end">
                  {yText(tick)}
                </text>
              </g>
            ))}
            {props.xMarks?.map(({ at, text, anchor = "middle" }) => (
              <text key={at} x={x(at)} y={height - bottom + 20} textAnchor={anchor}>
                {text}
              </text>
            ))}
          </g>
          {axis && (
            <text
              x={(left + width - right) / 2}
              y={height - 5}
              textAnchor="middle"
              fontSize="12.5"
              style={{ fill: "var(--ink-3)" }}
            >
              {axis}
            </text>
          )}
          {children({ x, y, box: { x: left, y: top, width: width - left - right, height: height - top - bottom } })}
        </svg>
      )}
    </div>
  );
}
