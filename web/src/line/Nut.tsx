import { useId } from "react";
import type { LineStation } from "../api/client";

const hexagon = "M10 2h12l8.5 14L22 30H10L1.5 16z";

/** A station as a hex nut: solid with a tick = proven, a tick alone = planned, half full = in work, dashed = open, red hatch = hold. */
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
      {(state === "proven" || state === "planned") && (
        <>
          <path d={hexagon} strokeWidth="2" style={state === "proven" ? { fill: ink } : { fill: page, stroke: ink }} />
          <path
            d="M10.5 16.5l4 4 7-8.5"
            fill="none"
            strokeWidth="2.6"
            strokeLinecap="round"
            strokeLinejoin="round"
            style={{ stroke: state === "proven" ? page : ink }}
          />
        </>
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
