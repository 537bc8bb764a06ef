import { useId } from "react";
import { ethanolColour } from "./ethanolColour";

interface Props {
  /** Null where nothing is known. */
  ethanolPct: number | null;
  /** Half-width of the 95 % interval. */
  plusMinus: number;
  /** Where evidence disagrees: each side is a surface of its own, and none of them is the level. */
  disputed?: readonly { by: string; saysPct: number }[];
  className?: string;
}

const top = 14;
const height = 350;
const left = 62;
const width = 48;
/** How deep the fluid of one side of a dispute is drawn: a surface, and no level. */
const sideDepth = 26;
const y = (ethanolPct: number) => top + height * (1 - ethanolPct / 100);

/** One fluid in the blend's own colour; the blur of its surface is the 95 % interval, true to scale. */
export function SightGlass({ ethanolPct, plusMinus, disputed = [], className }: Props) {
  const id = useId();
  const high = ethanolPct === null ? 0 : Math.min(100, ethanolPct + plusMinus);
  const low = ethanolPct === null ? 0 : Math.max(0, ethanolPct - plusMinus);
  const colour = ethanolColour(ethanolPct ?? 0);
  return (
    <svg viewBox="0 0 140 378" className={className} role="img" aria-label={label(ethanolPct, plusMinus, disputed)}>
      <defs>
        <linearGradient id={`${id}scale`} x1="0" x2="0" y1="1" y2="0">
          {[0, 25, 50, 75, 100].map((e) => (
            <stop key={e} offset={`${e}%`} style={{ stopColor: ethanolColour(e) }} />
          ))}
        </linearGradient>
        <linearGradient id={`${id}surface`} x1="0" x2="0" y1={y(high)} y2={y(low)} gradientUnits="userSpaceOnUse">
          <stop offset="0" style={{ stopColor: colour, stopOpacity: 0 }} />
          <stop offset="1" style={{ stopColor: colour }} />
        </linearGradient>
        {disputed.map((side, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: one display may say two things
          <linearGradient key={i} id={`${id}side${i}`} x1="0" x2="0" y1="0" y2="1">
            <stop offset="0" style={{ stopColor: ethanolColour(side.saysPct), stopOpacity: 0.75 }} />
            <stop offset="1" style={{ stopColor: ethanolColour(side.saysPct), stopOpacity: 0 }} />
          </linearGradient>
        ))}
        <clipPath id={`${id}glass`}>
          <rect x={left} y={top - 6} width={width} height={height + 12} rx="13" />
        </clipPath>
      </defs>
      <g className="reading max-lg:hidden" fontSize="12.5" textAnchor="end" style={{ fill: "var(--ink-2)" }}>
        {[0, 25, 50, 75, 100].map((e) => (
          <text key={e} x="42" y={y(e) + 4.5}>
            {e}
          </text>
        ))}
      </g>
      {Array.from({ length: 11 }, (_, i) => i * 10).map((e) => (
        <line key={e} x1="46" x2="50" y1={y(e)} y2={y(e)} style={{ stroke: "var(--edge)" }} />
      ))}
      <rect x="52" y={top} width="3.5" height={height} rx="1.75" fill={`url(#${id}scale)`} />
      <g clipPath={`url(#${id}glass)`}>
        <rect x={left} y={top - 6} width={width} height={height + 12} style={{ fill: "var(--color-base-200)" }} />
        {ethanolPct !== null && (
          <>
            <rect x={left} y={y(low) - 0.6} width={width} height={top + height + 6.6 - y(low)} style={{ fill: colour }} />
            <rect x={left} y={y(high)} width={width} height={Math.max(0, y(low) - y(high))} fill={`url(#${id}surface)`} />
          </>
        )}
        {disputed.map((side, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: one display may say two things
          <g key={i}>
            <rect x={left} y={y(side.saysPct)} width={width} height={sideDepth} fill={`url(#${id}side${i})`} />
            <rect x={left} y={y(side.saysPct)} width={width} height="3" style={{ fill: ethanolColour(side.saysPct) }} />
          </g>
        ))}
        <line
          x1={left + 8}
          x2={left + 8}
          y1={top + 22}
          y2={top + height - 22}
          strokeWidth="3"
          strokeLinecap="round"
          style={{ stroke: "#fff", opacity: 0.22 }}
        />
      </g>
      <rect
        x={left}
        y={top - 6}
        width={width}
        height={height + 12}
        rx="13"
        fill="none"
        strokeWidth="2"
        style={{ stroke: "var(--ink-2)" }}
      />
      {[top - 10, top + height - 2].map((capY) => (
        <rect
          key={capY}
          x={left - 6}
          y={capY}
          width={width + 12}
          height="13"
          rx="4"
          strokeWidth="2"
          style={{ stroke: "var(--ink-2)", fill: "var(--color-base-200)" }}
        />
      ))}
      {ethanolPct !== null && high > low && (
        <path
          d={`M${left + width + 8} ${y(high)} h7 V${y(low)} h-7`}
          fill="none"
          strokeWidth="1.6"
          style={{ stroke: "var(--color-base-content)" }}
        />
      )}
    </svg>
  );
}

function label(ethanolPct: number | null, plusMinus: number, disputed: readonly { by: string; saysPct: number }[]): string {
  return disputed.length > 0
    ? `Sight glass: in dispute, ${disputed.map((side) => `${side.by} ${side.saysPct.toFixed(0)} percent`).join(", ")}`
    : ethanolPct === null
      ? "Sight glass: empty, nothing is known yet"
      : `Sight glass: ${ethanolPct.toFixed(0)} percent ethanol, plus or minus ${plusMinus.toFixed(0)}`;
}
