import { useWidth } from "../../shell/useWidth";
import { useUnits } from "../../words/useUnits";
import { lengthText } from "./lengths";
import type { PlannedHose } from "./types";

const height = 150;
const margin = 14;
const unseenWidth = 520;

interface Props {
  hose: PlannedHose;
  clampFromMm: number;
  clampToMm: number;
}

/** A hose as it is cut: its whole length, what goes over each barb, and where the clamps sit. */
export function HoseDrawing({ hose, clampFromMm, clampToMm }: Props) {
  const [ref, measured] = useWidth<HTMLDivElement>();
  const units = useUnits();
  // On paper it stands though it was never seen.
  const width = measured || unseenWidth;
  const long = Math.max(0, width - 2 * margin);
  // Ends are drawn larger than they are, so that clamp and barb can be told apart.
  const end = Math.min(64, long / 4);
  const [left, right] = [margin, margin + long];
  const clamps = `${lengthText(clampFromMm, units)} to ${lengthText(clampToMm, units)}`;
  return (
    <div ref={ref} className="mt-2">
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        className="h-auto max-w-full"
        role="img"
        aria-label={`Hose cut to ${lengthText(hose.cutMm, units)}, ${lengthText(hose.pushedOverMm, units)} over each barb, clamps ${clamps} from the ends`}
      >
        <g className="fill-base-300 stroke-base-content" strokeWidth="1.4">
          <rect x={left} y="58" width={long} height="30" rx="2" />
          {[left, right].map((x) => (
            <path key={x} d={barb(x, x === left ? 1 : -1, end)} className="fill-none" strokeWidth="1.1" />
          ))}
          {[left + 8, right - 8 - 9].map((x) => (
            <rect key={x} x={x} y="54" width="9" height="38" rx="1.5" className="fill-base-content" />
          ))}
          {hose.isLoop && <circle cx={width / 2} cy="73" r="26" className="fill-none" strokeDasharray="5 4" />}
        </g>
        <Dimension from={left} to={right} y={122} text={lengthText(hose.cutMm, units)} isMain />
        <Dimension from={left} to={left + end} y={36} text={lengthText(hose.pushedOverMm, units)} />
        <Dimension from={right - end} to={right} y={36} text={lengthText(hose.pushedOverMm, units)} />
        <text x={width / 2} y="20" textAnchor="middle" className="fill-ink-2 text-[13px]">
          {hose.isLoop ? `loop, bend ${lengthText(hose.minBendMm, units)} or wider` : `free ${lengthText(hose.freeMm, units)}`}
        </text>
      </svg>
    </div>
  );
}

// The barb inside the hose, from its end inwards: three ridges.
function barb(x: number, way: 1 | -1, long: number): string {
  const ridge = long / 3;
  return [
    `M${x - way * 10} 66 h${way * 10}`,
    ...[0, 1, 2].map(() => `l${way * ridge} 3 l0 -3`),
    `M${x - way * 10} 80 h${way * 10}`,
    ...[0, 1, 2].map(() => `l${way * ridge} -3 l0 3`),
  ].join(" ");
}

interface DimensionProps {
  from: number;
  to: number;
  y: number;
  text: string;
  isMain?: boolean;
}

function Dimension({ from, to, y, text, isMain = false }: DimensionProps) {
  const middle = (from + to) / 2;
  return (
    <g className="stroke-base-content" strokeWidth="1">
      <path d={`M${from} ${y - 6} v12 M${to} ${y - 6} v12 M${from} ${y} H${to}`} className="fill-none" />
      <path d={`M${from} ${y} l7 -3.5 v7 z M${to} ${y} l-7 -3.5 v7 z`} className="fill-base-content" stroke="none" />
      <text
        x={middle}
        y={isMain ? y + 20 : y - 8}
        textAnchor="middle"
        stroke="none"
        className={`reading fill-base-content ${isMain ? "text-[17px] font-bold" : "text-[12px]"}`}
      >
        {text}
      </text>
    </g>
  );
}
