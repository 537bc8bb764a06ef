import { useId } from "react";
import type { LineStation } from "../api/client";

const hexagon = "M10 2h12l8.5 14L22 30H10L1.5 16z";

/**
 * A station as a hex nut: dashed = open, half full = in work, full = complete, full with a tick = proven, drawn with its center lines and bore as on a workshop
 * drawing = planned, red hatch = hold.
 */
export function Nut({ state, size }: { state: LineStation["state"]; size: number }) {
  const id = useId();
  const page = "var(--color-base-100)";
  const ink = "var(--color-base-content)";
  return (
    <svg width={size} height={size} viewBox="0 0 32 32" aria-hidden="true" className="shrink-0">
      <defs>
        <pattern id={id} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="3" height="6" style={{ fill: "var(--stop)" }} />
        </pattern>
      </defs>
      {state === "empty" && (
        <path d={hexagon} strokeWidth="1.6" strokeDasharray="4 3" style={{ fill: page, stroke: "var(--edge)" }} />
      )}
      {state === "inWork" && (
        <>
          <path d={hexagon} strokeWidth="2" style={{ fill: page, stroke: ink }} />
          <path d="M8.5 16h15a7.5 7.5 0 0 1-15 0z" style={{ fill: ink }} />
        </>
      )}
      {state === "planned" && (
        <>
          <path d={hexagon} strokeWidth="1.6" style={{ fill: page, stroke: ink }} />
          <circle cx="16" cy="16" r="5.5" fill="none" strokeWidth="1.6" style={{ stroke: ink }} />
          <path d="M16 0v32M0 16h32" strokeWidth="1.2" strokeDasharray="6 2 2 2" style={{ stroke: ink }} />
        </>
      )}
      {(state === "complete" || state === "proven") && <path d={hexagon} strokeWidth="2" style={{ fill: ink, stroke: ink }} />}
      {state === "proven" && (
        <path
          d="M10.5 16.5l4 4 7-8.5"
          fill="none"
          strokeWidth="2.6"
          strokeLinecap="round"
          strokeLinejoin="round"
          style={{ stroke: page }}
        />
      )}
      {state === "hold" && (
        <>
          <path d={hexagon} style={{ fill: page }} />
          <path d={hexagon} fill={`url(#${id})`} strokeWidth="2.4" style={{ stroke: "var(--stop)" }} />
        </>
      )}
    </svg>
  );
}
