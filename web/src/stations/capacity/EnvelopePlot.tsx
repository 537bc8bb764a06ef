import { type PointerEvent, useRef, useState } from "react";
import type { HazyNumber } from "../../api/client";
import { componentNames } from "../../fuelSystem/words";
import { EthanolPlot, type EthanolScales } from "../../plot/EthanolPlot";
import { bandPath, linePath, type Points } from "../../plot/shapes";
import { said } from "../../words/said";
import { toShown, toStored } from "../../words/units";
import { useUnits } from "../../words/useUnits";
import type { Drawing } from "./types";

interface Props {
  drawing: Drawing;
  powerKw: number;
  ethanolPct: number;
  /** Most ethanol at that power, where it is calculated for just this point. */
  maxEthanolPct: HazyNumber | null;
  /** The wanted point is being moved. */
  onMove: (powerKw: number, ethanolPct: number) => void;
}

const dashes = ["9 4", "3 4", "12 3 2 3", "1.5 4"];
const labelHeight = 15;
const restMs = 180;

/** Power against ethanol: what is supported, with its haze, what limits it, and the point that is wanted. */
export function EnvelopePlot({ drawing, maxEthanolPct, onMove, ...wanted }: Props) {
  const units = useUnits();
  const shown = (kw: number) => toShown(kw, "kw", units.current);
  const { ethanolPcts, lines, together, asFound } = drawing;
  const dragging = useRef(false);
  // While it is dragged the point is where the finger is; what it comes to is asked for where the finger rests.
  const [dragged, setDragged] = useState<{ powerKw: number; ethanolPct: number } | null>(null);
  const resting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const { powerKw, ethanolPct } = dragged ?? wanted;
  const fitting = rangeOf(drawing, powerKw);
  // The scale stands still while the point is moved, and follows only where the point would leave it.
  const [held, setHeld] = useState(fitting);
  const topKw = dragging.current ? held : fitting;
  if (!dragging.current && held !== fitting) {
    setHeld(fitting);
  }
  const points = (line: { maxPowerKw: { value: number; plusMinus: number }[] }, scale: EthanolScales, of: -1 | 0 | 1) =>
    line.maxPowerKw.map(
      (p, i) => [scale.x(ethanolPcts[i] as number), scale.y(shown(Math.min(2 * topKw, p.value + of * p.plusMinus)))] as const,
    );
  const ground = (scale: EthanolScales) => ethanolPcts.map((pct) => [scale.x(pct), scale.y(0)] as const);
  const move = (event: PointerEvent<SVGRectElement>, scale: EthanolScales) => {
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    if (!box) {
      return;
    }
    const kw = toStored(scale.y.invert(event.clientY - box.top), "kw", units.current);
    const point = {
      powerKw: Math.round(Math.min(topKw, Math.max(5, kw))),
      ethanolPct: Math.round(Math.min(100, Math.max(0, scale.x.invert(event.clientX - box.left)))),
    };
    setDragged(point);
    clearTimeout(resting.current);
    resting.current = setTimeout(() => onMove(point.powerKw, point.ethanolPct), restMs);
  };
  return (
    <EthanolPlot
      label={describe(drawing, powerKw, ethanolPct, units)}
      height={392}
      left={52}
      range={[0, shown(topKw)]}
      ticks={6}
      tickText={(tick) => tick.toFixed(0)}
      axis={`ethanol, % by volume; power upwards, ${units.unit("kw")}`}
    >
      {(scale) => (
        <>
          <clipPath id="envelope-frame">
            <rect {...scale.box} />
          </clipPath>
          <g clipPath="url(#envelope-frame)">
            {together && (
              <>
                <path d={bandPath(points(together, scale, -1), ground(scale))} fill={scale.paint} opacity="0.34" />
                <path d={linePath(points(together, scale, 0))} fill="none" strokeWidth="5" stroke={scale.paint} />
                <Haze upper={points(together, scale, 1)} lower={points(together, scale, -1)} paint={scale.paint} />
              </>
            )}
            {lines.map((line, i) => (
              <g key={line.component}>
                <path
                  d={bandPath(points(line, scale, 1), points(line, scale, -1))}
                  style={{ fill: "var(--color-base-content)" }}
                  opacity="0.07"
                />
                <path
                  d={linePath(points(line, scale, 0))}
                  fill="none"
                  strokeWidth="1.8"
                  strokeDasharray={dashes[i % dashes.length]}
                  style={{ stroke: "var(--color-base-content)" }}
                />
              </g>
            ))}
            {asFound && (
              <path d={linePath(points(asFound, scale, 0))} fill="none" strokeWidth="1.2" style={{ stroke: "var(--ink-3)" }} />
            )}
          </g>
          <Labels
            scale={scale}
            labels={[
              ...lines.map((line) => ({ text: line.component ? componentNames[line.component] : "", ...endsOf(line) })),
              ...(asFound ? [{ text: "as it stands", ...endsOf(asFound) }] : []),
            ]}
            topKw={topKw}
            shown={shown}
          />
          {maxEthanolPct && maxEthanolPct.value < 100 && (
            <Reach scale={scale} y={scale.y(shown(powerKw))} maxEthanolPct={maxEthanolPct} />
          )}
          <Wanted
            x={scale.x(ethanolPct)}
            y={scale.y(shown(powerKw))}
            left={scale.x(0)}
            bottom={scale.y(0)}
            text={`E${ethanolPct.toFixed(0)}, ${units.plain(powerKw, "kw", 0)}`}
          />
          <rect
            className="cursor-crosshair touch-none print:hidden"
            {...scale.box}
            fill="transparent"
            onPointerDown={(event) => {
              dragging.current = true;
              event.currentTarget.setPointerCapture(event.pointerId);
              move(event, scale);
            }}
            onPointerMove={(event) => dragging.current && move(event, scale)}
            onPointerUp={() => {
              dragging.current = false;
              clearTimeout(resting.current);
              if (dragged) {
                onMove(dragged.powerKw, dragged.ethanolPct);
              }
              setDragged(null);
              setHeld(fitting);
            }}
            onPointerCancel={() => {
              dragging.current = false;
              setDragged(null);
            }}
          />
        </>
      )}
    </EthanolPlot>
  );
}

function endsOf(line: { maxPowerKw: { value: number }[] }) {
  return { first: line.maxPowerKw[0]?.value ?? 0, last: line.maxPowerKw.at(-1)?.value ?? 0 };
}

/** The limit fades out over its haze: most of it is there at the low end, none at the high end. */
function Haze({ upper, lower, paint }: { upper: Points; lower: Points; paint: string }) {
  const steps = 6;
  const between = (share: number): Points => upper.map(([x, y], i) => [x, y + share * ((lower[i]?.[1] ?? y) - y)] as const);
  return (
    <>
      {Array.from({ length: steps }, (_, i) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: layers differ by place only.
          key={i}
          d={bandPath(between(i / steps), between((i + 1) / steps))}
          fill={paint}
          opacity={(0.34 * (i + 0.5)) / steps}
        />
      ))}
    </>
  );
}

interface LabelsProps {
  scale: EthanolScales;
  /** Most power at E0 and at E100. */
  labels: readonly { text: string; first: number; last: number }[];
  topKw: number;
  shown: (kw: number) => number;
}

/**
 * The names of the lines: over their left ends, since every line falls from there; under the right end where a line begins above the
 * frame. Pushed apart where lines come close.
 */
function Labels({ scale, labels, topKw, shown }: LabelsProps) {
  const atLeft = labels
    .filter((l) => l.first < topKw)
    .map((l) => ({ text: l.text, y: scale.y(shown(l.first)) - 6 }))
    .sort((a, b) => b.y - a.y);
  for (let i = 1; i < atLeft.length; i++) {
    const [below, here] = [atLeft[i - 1], atLeft[i]];
    if (below && here) {
      here.y = Math.min(here.y, below.y - labelHeight);
    }
  }
  const atRight = labels
    .filter((l) => l.first >= topKw && l.last < topKw)
    .map((l) => ({ text: l.text, y: scale.y(shown(l.last)) + labelHeight }));
  const named = (l: { text: string; y: number }, x: number, anchor: "start" | "end") => (
    <text
      key={l.text}
      x={x}
      y={l.y}
      textAnchor={anchor}
      fontSize="12.5"
      strokeWidth="3"
      paintOrder="stroke"
      style={{ fill: "var(--color-base-content)", stroke: "var(--color-base-200)" }}
    >
      {l.text}
    </text>
  );
  return (
    <>
      {atLeft.map((l) => named(l, scale.x(0) + 6, "start"))}
      {atRight.map((l) => named(l, scale.x(100) - 4, "end"))}
    </>
  );
}

/** How far the blend may go at the wanted power: from the low end of its haze to the high end. */
function Reach({ scale, y, maxEthanolPct }: { scale: EthanolScales; y: number; maxEthanolPct: HazyNumber }) {
  const [from, to] = [maxEthanolPct.value - maxEthanolPct.plusMinus, maxEthanolPct.value + maxEthanolPct.plusMinus].map((pct) =>
    scale.x(Math.min(100, Math.max(0, pct))),
  );
  return (
    <path
      d={`M${from} ${y}H${to}M${from} ${y - 6}v12M${to} ${y - 6}v12`}
      fill="none"
      strokeWidth="2.4"
      style={{ stroke: "var(--color-base-content)" }}
    />
  );
}

function Wanted({ x, y, left, bottom, text }: { x: number; y: number; left: number; bottom: number; text: string }) {
  const toLeft = x - left > 130;
  return (
    <g style={{ stroke: "var(--color-base-content)" }}>
      <path d={`M${left} ${y}H${x}V${bottom}`} fill="none" strokeDasharray="2 3" strokeWidth="1.3" />
      <circle cx={x} cy={y} r="9" strokeWidth="3" style={{ fill: "var(--color-base-200)" }} />
      <text
        className="reading"
        x={toLeft ? x - 16 : x + 16}
        y={y - 12}
        textAnchor={toLeft ? "end" : "start"}
        fontSize="14"
        fontWeight="700"
        strokeWidth="5"
        paintOrder="stroke"
        style={{ fill: "var(--color-base-content)", stroke: "var(--color-base-200)" }}
      >
        {text}
      </text>
    </g>
  );
}

/** Room above the point and above what is carried on E0, in steps that do not jump at every kilowatt. */
function rangeOf({ together, lines }: Drawing, powerKw: number): number {
  const most = together?.maxPowerKw[0]?.value ?? 0;
  const next = Math.max(0, ...lines.map((l) => l.maxPowerKw[0]?.value ?? 0));
  const needed = 1.12 * Math.max(powerKw, Math.min(Math.max(most, next), 1.35 * Math.max(powerKw, most)));
  const step = 10 ** Math.floor(Math.log10(needed)) / 4;
  return Math.ceil(needed / step) * step;
}

function describe(drawing: Drawing, powerKw: number, ethanolPct: number, units: ReturnType<typeof useUnits>): string {
  const [first, last] = [drawing.together?.maxPowerKw[0], drawing.together?.maxPowerKw.at(-1)];
  const reach =
    first && last
      ? said("capacity", "drawnReach", { onE0: units.plain(first.value, "kw", 0), onE100: units.plain(last.value, "kw", 0) })
      : "";
  return said("capacity", "drawnEnvelope", { reach, blend: ethanolPct.toFixed(0), power: units.plain(powerKw, "kw", 0) });
}
