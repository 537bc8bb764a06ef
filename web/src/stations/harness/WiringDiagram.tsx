import { Scrollable } from "../../shell/Scrollable";
import { ohmText } from "./SignalPanels";
import type { HarnessPlan, HarnessResults, PlannedWire } from "./types";

const trunks = { supply: 452, signal: 424, ground: 396 } as const;
const users = { x: 500, width: 210 };
const ends = { x: 760, width: 300 };
const step = 26;
type Trunk = keyof typeof trunks;

interface Props {
  results: HarnessResults;
  plan: HarnessPlan;
}

/** The harness drawn like a workshop sketch: the feed above, the ground below, the sensor at the left, who uses it at the right, every wire by its number. */
export function WiringDiagram({ results, plan }: Props) {
  const wires = results.wires.list;
  const boxes = boxesOf(wires);
  let y = 86;
  const placed = boxes.map((box) => {
    const top = y;
    y += 22 + box.wires.length * step + 18;
    return { ...box, top };
  });
  const sensorTop = 150;
  const terminals = placed.flatMap((box) => box.wires.map((wire, i) => ({ wire, y: box.top + 22 + i * step + 8 })));
  // Without a wire that goes on from its box nothing stands beyond the boxes.
  const width = terminals.some(({ wire }) => trunkOf(wire) === null) ? ends.x + ends.width : users.x + users.width + 20;
  const bottom = Math.max(y, sensorTop + 130) + 20;
  const height = bottom + 46;
  const own = (role: string) => wires.find((w) => w.wire.role === role && w.wire.user == null);
  const [supply, ground] = [own("supply"), own("ground")];
  const main = wires.find((w) => w.wire.isMain);
  const at = { supply: sensorTop + 34, signal: sensorTop + 34 + step, ground: sensorTop + 34 + 2 * step };
  const reach = (trunk: Trunk, from: number) => {
    const ys = [from, ...terminals.filter(({ wire }) => trunkOf(wire) === trunk).map(({ y: to }) => to)];
    return { top: Math.min(...ys), end: Math.max(...ys) };
  };
  const supplyY = 44;
  const groundY = bottom;
  const ranges = { supply: reach("supply", supplyY), signal: reach("signal", at.signal), ground: reach("ground", groundY) };
  return (
    <Scrollable label="Wiring diagram">
      <svg
        width={width}
        height={height}
        viewBox={`0 0 ${width} ${height}`}
        className="mx-auto mt-2 h-auto min-w-[44rem] max-w-full print:max-h-[26vh] print:min-w-0"
        role="img"
        aria-label={`Wiring diagram: ${wires.map((w) => `${w.number}, ${w.wire.from} to ${w.wire.to}`).join("; ")}`}
      >
        <g className="fill-none stroke-base-content" strokeWidth="1.8">
          <path d={`M270 ${supplyY} H${trunks.supply} V${ranges.supply.end}`} strokeWidth="2.6" />
          <path d={`M270 ${groundY} H${trunks.ground} V${ranges.ground.top}`} strokeWidth="2.6" strokeDasharray="9 4" />
          <path d={`M${trunks.signal} ${ranges.signal.top} V${ranges.signal.end}`} />
          <path d={`M190 ${at.supply} H330 V${supplyY}`} strokeWidth="2.6" />
          <path d={`M190 ${at.signal} H${trunks.signal}`} />
          <path d={`M190 ${at.ground} H330 V${groundY}`} strokeWidth="2.6" strokeDasharray="9 4" />
          {terminals.map(({ wire, y: to }) => {
            const trunk = trunkOf(wire);
            return trunk ? (
              <path
                key={wire.wire.id}
                d={`M${trunks[trunk]} ${to} H${users.x}`}
                strokeWidth={trunk === "signal" ? 1.8 : 2.6}
                strokeDasharray={trunk === "ground" ? "9 4" : undefined}
              />
            ) : (
              <path
                key={wire.wire.id}
                d={`M${users.x + users.width} ${to} H${ends.x}`}
                strokeDasharray={wire.wire.role === "ground" ? "9 4" : undefined}
              />
            );
          })}
        </g>
        {plan.pullUpOhm != null && <PullUp plan={plan} from={supplyY} to={at.signal} />}
        <Feed plan={plan} y={supplyY} text={supply?.wire.from ?? ""} fuseA={plan.fuseA ?? results.supply.fuseToTakeA} />
        <Box x={20} y={groundY - 20} width={250} height={40} lines={wrapped(ground?.wire.to ?? "", 32)} />
        <g>
          <rect
            x="40"
            y={sensorTop}
            width="150"
            height="118"
            rx="8"
            className="fill-base-300 stroke-base-content"
            strokeWidth="2"
          />
          <text x="54" y={sensorTop + 20} className="fill-base-content text-[15px] font-bold">
            Sensor
          </text>
          {(["supply", "signal", "ground"] as const).map((name) => (
            <text key={name} x="178" y={at[name] + 5} textAnchor="end" className="fill-base-content text-[13px]">
              {name}
            </text>
          ))}
        </g>
        {placed.map((box) => (
          <g key={box.key}>
            <rect
              x={users.x}
              y={box.top}
              width={users.width}
              height={22 + box.wires.length * step + 4}
              rx="8"
              className="fill-base-300 stroke-base-content"
              strokeWidth="2"
            />
            <text x={users.x + 12} y={box.top + 16} className="fill-base-content text-[14px] font-bold">
              {short(box.name, 27)}
            </text>
            {box.wires.map((wire, i) => {
              const to = box.top + 22 + i * step + 8;
              const isIn = trunkOf(wire) !== null;
              return (
                <text
                  key={wire.wire.id}
                  x={isIn ? users.x + 12 : users.x + users.width - 12}
                  y={to + 5}
                  textAnchor={isIn ? "start" : "end"}
                  className="fill-base-content text-[12.5px]"
                >
                  {short(terminalOf(wire), 30)}
                </text>
              );
            })}
          </g>
        ))}
        {terminals
          .filter(({ wire }) => trunkOf(wire) === null)
          .map(({ wire, y: to }) => (
            <text key={wire.wire.id} x={ends.x + 8} y={to + 5} className="fill-base-content text-[12.5px]">
              {short(withPin(wire, wire.wire.to), 44)}
            </text>
          ))}
        {supply && <Tag n={supply.number} x={245} y={at.supply} />}
        {main && <Tag n={main.number} x={245} y={at.signal} />}
        {ground && <Tag n={ground.number} x={245} y={at.ground} />}
        {terminals
          .filter(({ wire }) => wire !== main)
          .map(({ wire, y: to }) => (
            <Tag key={wire.wire.id} n={wire.number} x={trunkOf(wire) ? 478 : 736} y={to} />
          ))}
        {terminals.map(({ wire, y: to }) => {
          const trunk = trunkOf(wire);
          return trunk && <Joint key={wire.wire.id} x={trunks[trunk]} y={to} />;
        })}
        <Joint x={330} y={supplyY} />
        <Joint x={330} y={groundY} />
        <Joint x={trunks.signal} y={at.signal} />
      </svg>
    </Scrollable>
  );
}

/** The trunk a wire hangs on; null for one that goes on from its box. */
const trunkOf = ({ wire }: PlannedWire): Trunk | null => (wire.box?.goesOn ? null : ((wire.role as Trunk) ?? null));

/** Each user with its wires. */
function boxesOf(wires: readonly PlannedWire[]) {
  const keys = [...new Set(wires.map((w) => w.wire.user).filter((user) => user != null))];
  return keys.map((key) => {
    const own = wires.filter((w) => w.wire.user === key);
    return {
      key,
      name: own.find((w) => w.wire.box)?.wire.box?.name ?? key,
      wires: [...own].sort((a, b) => order.indexOf(a.wire.role) - order.indexOf(b.wire.role)),
    };
  });
}

const order = ["supply", "signal", "ground", "voltage", "busHigh", "busLow", "injector", "probe"];

/** What a terminal of a box is called, and the pin where the box is the far end. */
function terminalOf(planned: PlannedWire) {
  const { box, to } = planned.wire;
  return box?.isFarEnd ? withPin(planned, box.terminal) : (box?.terminal ?? to);
}

const withPin = ({ note }: PlannedWire, place: string) =>
  note?.pin == null ? place : `${place}, ${[note.connector, `pin ${note.pin}`].filter(Boolean).join(" ")}`;

const short = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

/** Two lines at most. */
function wrapped(text: string, most: number): string[] {
  if (text.length <= most) {
    return [text];
  }
  const cut = text.lastIndexOf(" ", most);
  const at = cut > 0 ? cut : most;
  return [text.slice(0, at), short(text.slice(at).trim(), most)];
}

function Tag({ n, x, y }: { n: number; x: number; y: number }) {
  return (
    <g>
      <circle cx={x} cy={y} r="10" className="fill-base-200 stroke-base-content" strokeWidth="1.4" />
      <text x={x} y={y + 4} textAnchor="middle" className="reading fill-base-content text-[11.5px]">
        {n}
      </text>
    </g>
  );
}

const Joint = ({ x, y }: { x: number; y: number }) => <circle cx={x} cy={y} r="4" className="fill-base-content" />;

function Box({ x, y, width, height, lines }: { x: number; y: number; width: number; height: number; lines: string[] }) {
  return (
    <g>
      <rect x={x} y={y} width={width} height={height} rx="6" className="fill-base-300 stroke-base-content" strokeWidth="1.6" />
      {lines.map((line, i) => (
        <text
          key={line}
          x={x + 12}
          y={y + height / 2 + 5 + (i - (lines.length - 1) / 2) * 15}
          className="fill-base-content text-[13px]"
        >
          {line}
        </text>
      ))}
    </g>
  );
}

/** The feed with the small fuse of its own. */
function Feed({ plan, y, text, fuseA }: { plan: HarnessPlan; y: number; text: string; fuseA: number | null | undefined }) {
  const hasFuse = plan.supply === "switchedFuse" || plan.fuseA != null;
  return (
    <g>
      <Box x={20} y={y - 20} width={250} height={40} lines={wrapped(text, 32)} />
      {hasFuse && (
        <g>
          <rect x="278" y={y - 8} width="40" height="16" rx="8" className="fill-base-200 stroke-base-content" strokeWidth="1.8" />
          <path d={`M278 ${y} H318`} className="stroke-base-content" strokeWidth="1.4" />
          <text x="298" y={y - 14} textAnchor="middle" className="fill-base-content text-[12.5px]">
            {fuseA == null ? "fuse" : `${fuseA} A`}
          </text>
        </g>
      )}
    </g>
  );
}

/** The pull-up between the signal and what it goes to. */
function PullUp({ plan, from, to }: { plan: HarnessPlan; from: number; to: number }) {
  const x = 350;
  const [top, end] = [(from + to) / 2 - 22, (from + to) / 2 + 22];
  const isFive = plan.pullUpTo === "fiveVolt";
  const ohm = typeof plan.pullUpOhm === "number" ? plan.pullUpOhm : (plan.pullUpOhm?.value ?? 0);
  return (
    <g className="fill-none stroke-base-content" strokeWidth="1.6">
      <path d={`M${x} ${isFive ? top - 16 : from} V${top} M${x} ${end} V${to}`} />
      <rect x={x - 7} y={top} width="14" height={end - top} className="fill-base-200" />
      <circle cx={x} cy={to} r="4" className="fill-base-content" stroke="none" />
      {!isFive && <circle cx={x} cy={from} r="4" className="fill-base-content" stroke="none" />}
      <text x={x + 12} y={(top + end) / 2 + 4} className="fill-base-content text-[12.5px]" stroke="none">
        {ohmText(ohm)}
      </text>
      {isFive && (
        <text x={x} y={top - 20} textAnchor="middle" className="fill-base-content text-[12.5px]" stroke="none">
          5 V
        </text>
      )}
    </g>
  );
}
