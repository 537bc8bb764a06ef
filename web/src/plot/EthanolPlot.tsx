import { type ReactNode, useId } from "react";
import { ethanolColour } from "../glass/ethanolColour";
import { PlotFrame, type PlotScales } from "./PlotFrame";

/** Places on the drawing, and the paint that is the fuel's colour at every blend. */
export interface EthanolScales extends PlotScales {
  paint: string;
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
  children: (scales: EthanolScales) => ReactNode;
}

const blends = [0, 25, 50, 75, 100];

/** Something over all blends: E0 to E100 along the bottom, round values at the left. */
export function EthanolPlot({ label, height, left, range, ticks, tickText, axis, children }: Props) {
  const id = useId();
  return (
    <PlotFrame
      label={label}
      height={height}
      margins={{ left, right: 16, top: 16, bottom: axis ? 46 : 24 }}
      x={[0, 100]}
      y={range}
      xMarks={blends.map((at) => ({ at, text: at.toString() }))}
      yTicks={ticks}
      yText={tickText}
      ruled
      axis={axis}
    >
      {(scales) => (
        <>
          <defs>
            <linearGradient id={id} x1={scales.x(0)} x2={scales.x(100)} y1="0" y2="0" gradientUnits="userSpaceOnUse">
              {blends.map((e) => (
                <stop key={e} offset={`${e}%`} style={{ stopColor: ethanolColour(e) }} />
              ))}
            </linearGradient>
          </defs>
          {children({ ...scales, paint: `url(#${id})` })}
        </>
      )}
    </PlotFrame>
  );
}
