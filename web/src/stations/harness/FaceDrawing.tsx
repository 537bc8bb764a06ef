import { Scrollable } from "../../shell/Scrollable";
import type { ConnectorDrawing } from "./types";

const pitch = 38;
const size = 28;
const edge = 22;
/** Below this a number cannot be read; then the face is scrolled. */
const leastPitch = 27;

/** A connector's face as one looks at it: a cavity for each pin, the corners numbered as they are molded, the pins that matter filled. */
export function FaceDrawing({ face }: { face: ConnectorDrawing }) {
  const most = Math.max(1, ...face.rows.map((row) => row.length));
  const width = most * pitch + 2 * edge;
  const height = face.rows.length * (pitch + 6) + 2 * edge;
  const wanted = new Set(face.pins.map((p) => p.pin));
  const left = (row: readonly number[]) => edge + ((most - row.length) * pitch) / 2;
  return (
    <Scrollable label={`Face of ${face.name}`}>
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        className="mt-2 h-auto max-w-full"
        style={{ minWidth: most * leastPitch }}
        role="img"
        aria-label={`${face.name} from the ${face.view} side: ${face.pins.map((p) => p.words.text).join(" ")}`}
      >
        <path
          d={`M12 4 H${width - 12} Q${width - 4} 4 ${width - 4} 12 V${height - 12}
            Q${width - 4} ${height - 4} ${width - 12} ${height - 4} H12 Q4 ${height - 4} 4 ${height - 12} V12 Q4 4 12 4 Z`}
          className="fill-base-200 stroke-base-content"
          strokeWidth="2"
        />
        <path d={`M${width / 2 - 24} 4 v-3 h48 v3`} className="fill-none stroke-base-content" strokeWidth="2" />
        {face.rows.map((row, r) =>
          row.map((pin, c) => {
            const x = left(row) + c * pitch + (pitch - size) / 2;
            const y = edge + r * (pitch + 6) + (pitch - size) / 2;
            const isCorner = c === 0 || c === row.length - 1;
            const isWanted = wanted.has(pin);
            return (
              <g key={pin}>
                <rect
                  x={x}
                  y={y}
                  width={size}
                  height={size}
                  rx="5"
                  className={isWanted ? "fill-base-content stroke-base-content" : "fill-none stroke-base-content"}
                  strokeWidth={isWanted ? 2 : 1}
                />
                {(isWanted || isCorner) && (
                  <text
                    x={x + size / 2}
                    y={y + size / 2 + 4.5}
                    textAnchor="middle"
                    className={`text-[13px] ${isWanted ? "fill-base-100 font-bold" : "fill-base-content"}`}
                  >
                    {pin}
                  </text>
                )}
              </g>
            );
          }),
        )}
      </svg>
    </Scrollable>
  );
}
