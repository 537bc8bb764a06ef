import { PortGlyph, reach } from "./PortGlyph";
import type { Port, StripPart } from "./types";

const widths: Record<StripPart["kind"], number> = { fitting: 92, hose: 128, sensor: 122 };
const height = 92;

/** A part from the side: its two ends, what is between them, and by how much it turns. */
export function PartGlyph({ part }: { part: StripPart }) {
  const width = widths[part.kind];
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} role="presentation" aria-hidden="true">
      <g className="fill-base-300 stroke-base-content" strokeWidth="1.4">
        {part.kind === "hose" ? <Hose width={width} isBraided={part.in.type === "dashHose"} /> : null}
        {part.kind === "fitting" ? <rect x={reach} y="38" width={width - 2 * reach} height="28" rx="3" /> : null}
        {part.kind === "sensor" ? (
          <>
            <rect x={reach} y="28" width={width - 2 * reach} height="46" rx="5" />
            <rect x={width / 2 - 13} y="14" width="26" height="14" rx="2" />
            {[-6, 0, 6].map((at) => (
              <line key={at} x1={width / 2 + at} y1="8" x2={width / 2 + at} y2="14" />
            ))}
          </>
        ) : null}
      </g>
      {part.kind !== "hose" && (
        <>
          <PortGlyph port={part.in} x={reach} pointsLeft />
          <PortGlyph port={part.out} x={width - reach} />
        </>
      )}
      {part.kind === "sensor" && (
        <text x={width / 2} y="56" textAnchor="middle" className="fill-base-content text-[13px] font-bold">
          sensor
        </text>
      )}
      {part.angleDeg ? (
        <>
          <path d={`M${width / 2 - 11} 58 h11 a8 8 0 0 0 8 -8 v-6`} className="fill-none stroke-base-content" strokeWidth="1.6" />
          <text x={width / 2} y="32" textAnchor="middle" className="reading fill-base-content text-[12px]">
            {part.angleDeg}°
          </text>
        </>
      ) : null}
    </svg>
  );
}

function Hose({ width, isBraided }: { width: number; isBraided: boolean }) {
  return (
    <>
      <rect x="1" y="40" width={width - 2} height="24" rx="2" />
      {isBraided ? (
        Array.from({ length: Math.floor(width / 12) }, (_, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a line of the drawing is where it stands.
          <path key={i} d={`M${3 + i * 12} 40 l10 24 M${13 + i * 12} 40 l-10 24`} strokeWidth="0.7" />
        ))
      ) : (
        <line x1="8" y1="46" x2={width - 8} y2="46" strokeDasharray="14 6" strokeWidth="1" />
      )}
    </>
  );
}

/** The end that stays on the car. */
export function LineEnd({ port, isTank }: { port: Port; isTank: boolean }) {
  const width = 74;
  return (
    <svg width={width} height={height} viewBox={`0 0 ${width} ${height}`} role="presentation" aria-hidden="true">
      <g className="stroke-base-content" strokeWidth="1.4">
        <line x1={isTank ? 0 : reach} y1="46" x2={isTank ? width - reach : width} y2="46" />
        <line x1={isTank ? 0 : reach} y1="58" x2={isTank ? width - reach : width} y2="58" />
      </g>
      <PortGlyph port={port} x={isTank ? width - reach : reach} pointsLeft={!isTank} />
      <text x={isTank ? 2 : width - 2} y="80" textAnchor={isTank ? "start" : "end"} className="fill-ink-2 text-[12px]">
        {isTank ? "tank" : "engine"}
      </text>
    </svg>
  );
}
