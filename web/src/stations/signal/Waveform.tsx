import { ChevronLeft, ChevronRight } from "lucide-react";
import { type ReactNode, useState } from "react";
import type { Capture } from "../../api/client";
import { PlotFrame } from "../../plot/PlotFrame";
import { useMedia } from "../../shell/useMedia";
import { said } from "../../words/said";
import { type DrawnWindow, dimensioned, firstWindow, stretchesOf } from "./excerptWindow";

const height = 218;
/** In the hand what is typed should not be pushed off the screen. */
const heightInHand = 176;
const margins = { left: 0, right: 0, top: 68, bottom: 70 };

/** The recorded wave, dimensioned like a workshop sketch. */
export function Waveform({ capture, children }: { capture: Capture; children?: ReactNode }) {
  const [moved, setMoved] = useState(0);
  const periodS = capture.frequencyHz ? 1 / capture.frequencyHz.value : capture.durationS / 3.2;
  const lastEdgeS = capture.excerpt.at(-1)?.tS ?? 0;
  const endS = endOf(capture, lastEdgeS, periodS);
  const stretches = stretchesOf(capture.excerpt, endS);
  const first = firstWindow(stretches, periodS, endS);
  const span = first.toS - first.fromS;
  const startS = stretches[0]?.fromS ?? 0;
  const fromS = Math.max(startS, Math.min(first.fromS + moved * span * 0.75, endS - span));
  const window: DrawnWindow = { fromS, toS: fromS + span };
  return (
    <figure className="panel">
      <figcaption className="flex flex-wrap items-center gap-x-3 max-sm:-mb-3">
        <span className="panel-title grow">
          The wave as recorded, from {(1000 * window.fromS).toFixed(1)} ms to {(1000 * window.toS).toFixed(1)} ms
        </span>
        <span className="no-print flex gap-1">
          <button
            type="button"
            className="btn btn-ghost min-w-[44px] px-2"
            aria-label="Earlier"
            disabled={fromS <= startS}
            onClick={() => setMoved(Math.round((fromS - first.fromS) / (span * 0.75)) - 1)}
          >
            <ChevronLeft aria-hidden="true" />
          </button>
          <button
            type="button"
            className="btn btn-ghost min-w-[44px] px-2"
            aria-label="Later"
            disabled={fromS + span >= endS - 1e-9}
            onClick={() => setMoved(Math.round((fromS - first.fromS) / (span * 0.75)) + 1)}
          >
            <ChevronRight aria-hidden="true" />
          </button>
          {children}
        </span>
      </figcaption>
      <Drawing capture={capture} window={window} periodS={periodS} endS={endS} />
    </figure>
  );
}

/** How far the excerpt may be drawn: beyond its last edge only where the recording itself says that nothing follows. */
function endOf(capture: Capture, lastEdgeS: number, periodS: number): number {
  const silent = !capture.frequencyHz || capture.reading.findings.some((f) => f.code === "signalStops");
  return silent ? Math.min(capture.durationS, lastEdgeS + 8 * periodS) : lastEdgeS;
}

interface DrawingProps {
  capture: Capture;
  window: DrawnWindow;
  periodS: number;
  endS: number;
}

function Drawing({ capture, window, periodS, endS }: DrawingProps) {
  const stretches = stretchesOf(capture.excerpt, endS);
  const drawn = stretches.filter((s) => s.toS > window.fromS && s.fromS < window.toS);
  const dimension = capture.frequencyHz ? dimensioned(stretches, window, periodS) : null;
  const isNarrow = useMedia("(width < 48rem)");
  const spikes = drawn.filter((s) => s.toS - s.fromS < 50e-6);
  return (
    <PlotFrame
      label={describe(capture)}
      height={isNarrow ? heightInHand : height}
      margins={margins}
      x={[window.fromS, window.toS || 1]}
      y={[0, 1]}
    >
      {({ x, y, box }) => {
        const [highY, lowY] = [y(1), y(0)];
        const within = x.copy().clamp(true);
        const levelY = (level: number | null) => y(level ?? 0.5);
        return (
          <>
            {dimension && (
              <rect
                x={x(dimension.fallS)}
                y={highY}
                width={x(dimension.riseS) - x(dimension.fallS)}
                height={lowY - highY}
                style={{ fill: "var(--color-base-content)", opacity: 0.09 }}
              />
            )}
            {drawn.map((s, i) => {
              const previous = drawn[i - 1];
              return (
                <g key={s.fromS} fill="none" strokeWidth="2.4" style={{ stroke: "var(--color-base-content)" }}>
                  {previous && <path d={`M${within(s.fromS)} ${levelY(previous.level)}V${levelY(s.level)}`} />}
                  <path
                    d={`M${within(s.fromS)} ${levelY(s.level)}H${within(s.toS)}`}
                    strokeDasharray={s.level === null ? "2 5" : undefined}
                  />
                </g>
              );
            })}
            {dimension && (
              <Dimension
                fromX={x(dimension.fallS)}
                toX={x(dimension.nextS)}
                y={highY - 32}
                text={`${(1000 * periodOf(capture, dimension)).toFixed(3)} ms`}
                edgeY={highY}
              />
            )}
            {dimension && capture.lowPulseMs && (
              <Dimension
                fromX={x(dimension.fallS)}
                toX={x(dimension.riseS)}
                y={lowY + 34}
                text={`${capture.lowPulseMs.value.toFixed(3)} ms low`}
                edgeY={lowY}
              />
            )}
            {spikes.map((s) => (
              <g key={s.fromS} style={{ fill: "var(--ink-2)" }}>
                <path d={`M${x(s.fromS)} ${highY - 12} l-5 -9 h10z`} style={{ fill: "var(--color-base-content)" }} />
                <text x={x(s.fromS) + 9} y={highY - 13} fontSize="12.5">
                  spike
                </text>
              </g>
            ))}
            <text x={box.width - 2} y={height - 6} textAnchor="end" fontSize="12.5" style={{ fill: "var(--ink-3)" }}>
              {capture.frequencyHz ? "low time carries temperature, period carries ethanol" : "no whole period to measure"}
            </text>
          </>
        );
      }}
    </PlotFrame>
  );
}

// The dimension names the period the reading rests on, not the one pulse under the arrow.
function periodOf(capture: Capture, dimension: { fallS: number; nextS: number }): number {
  return capture.frequencyHz ? 1 / capture.frequencyHz.value : dimension.nextS - dimension.fallS;
}

function Dimension({ fromX, toX, y, text, edgeY }: { fromX: number; toX: number; y: number; text: string; edgeY: number }) {
  const outside = toX - fromX < 96;
  return (
    <g style={{ stroke: "var(--ink-3)" }}>
      <line x1={fromX} x2={fromX} y1={edgeY} y2={y + (y < edgeY ? -7 : 7)} strokeWidth="1" />
      <line x1={toX} x2={toX} y1={edgeY} y2={y + (y < edgeY ? -7 : 7)} strokeWidth="1" />
      <line x1={fromX} x2={toX} y1={y} y2={y} strokeWidth="1.2" />
      <path d={`M${fromX} ${y} l7 -3.4 v6.8z M${toX} ${y} l-7 -3.4 v6.8z`} stroke="none" style={{ fill: "var(--ink-3)" }} />
      <text
        x={outside ? toX + 8 : (fromX + toX) / 2}
        y={outside ? y + 5 : y - 7}
        textAnchor={outside ? "start" : "middle"}
        fontSize="14.5"
        stroke="none"
        className="reading"
        style={{ fill: "var(--color-base-content)" }}
      >
        {text}
      </text>
    </g>
  );
}

function describe(capture: Capture): string {
  if (!capture.frequencyHz || !capture.lowPulseMs) {
    return said("signal", "recordedLevelNoWhole");
  }
  return said("signal", "drawnWave", {
    period: (1000 / capture.frequencyHz.value).toFixed(3),
    low: capture.lowPulseMs.value.toFixed(3),
  });
}
