import type { Port } from "./types";

/** Half the height of the body each kind of end stands on, and how far it reaches. */
export const reach = 26;

/** An end of a part as a mechanic knows it from the side, pointing right from 0; drawn mirrored where it points left. */
export function PortGlyph({ port, x, pointsLeft }: { port: Port; x: number; pointsLeft?: boolean }) {
  return (
    <g
      transform={`translate(${x} 52) scale(${pointsLeft ? -1 : 1} 1)`}
      className="fill-base-300 stroke-base-content"
      strokeWidth="1.4"
    >
      {shapes[port.type]?.(port)}
    </g>
  );
}

const thread = (from: number, to: number, half: number) =>
  Array.from({ length: Math.floor((to - from) / 4) }, (_, i) => from + 2 + i * 4).map((at) => (
    <line key={at} x1={at} y1={-half} x2={at + 2} y2={half} strokeWidth="0.9" />
  ));

const hole = (from: number, to: number, half: number) => (
  <>
    <line x1={from} y1={-half} x2={to} y2={-half} strokeDasharray="3 2" strokeWidth="1" />
    <line x1={from} y1={half} x2={to} y2={half} strokeDasharray="3 2" strokeWidth="1" />
  </>
);

const nut = (to: number, half: number) => (
  <>
    <rect x="0" y={-half} width={to} height={2 * half} rx="2" />
    <line x1="0" y1={-half / 2.6} x2={to} y2={-half / 2.6} strokeWidth="1" />
    <line x1="0" y1={half / 2.6} x2={to} y2={half / 2.6} strokeWidth="1" />
  </>
);

const shapes: Record<Port["type"], (port: Port) => React.ReactNode> = {
  quickConnect: (port) =>
    port.gender === "male" ? (
      <>
        <rect x="0" y="-6" width={reach} height="12" />
        <rect x="13" y="-9.5" width="4" height="19" rx="2" />
      </>
    ) : (
      <>
        <rect x="0" y="-15" width="24" height="30" rx="4" />
        {hole(8, 24, 6.5)}
        {port.retainer === "tab" && (
          <>
            <rect x="10" y="-19" width="8" height="5" rx="1" />
            <rect x="10" y="14" width="8" height="5" rx="1" />
          </>
        )}
        {port.retainer === "ring" && <rect x="17" y="-18" width="5" height="36" rx="2" />}
        {port.retainer === "slideLock" && <rect x="5" y="-21" width="14" height="7" rx="1.5" />}
      </>
    ),
  flare: (port) =>
    port.gender === "male" ? (
      <>
        <rect x="0" y="-11" width="15" height="22" />
        {thread(0, 15, 11)}
        <polygon points={`15,-9 ${reach},-4.5 ${reach},4.5 15,9`} />
      </>
    ) : (
      nut(22, 17)
    ),
  oRingBoss: (port) =>
    port.gender === "male" ? (
      <>
        <rect x="5" y="-11" width="18" height="22" />
        {thread(5, 23, 11)}
        <rect x="0" y="-14" width="5" height="28" rx="2.5" className="fill-base-content" />
      </>
    ) : (
      <>
        <rect x="0" y="-18" width="22" height="36" />
        {hole(4, 22, 11)}
      </>
    ),
  taperedPipe: (port) =>
    port.gender === "male" ? (
      <>
        <polygon points="0,-12 23,-8 23,8 0,12" />
        {thread(0, 22, 8)}
      </>
    ) : (
      <>
        <rect x="0" y="-16" width="21" height="32" />
        <line x1="3" y1="-8" x2="21" y2="-11" strokeDasharray="3 2" strokeWidth="1" />
        <line x1="3" y1="8" x2="21" y2="11" strokeDasharray="3 2" strokeWidth="1" />
      </>
    ),
  hoseBarb: () => <polygon points="0,-6 4,-9 10,-6 10,-9 17,-6 17,-9 24,-5 26,-5 26,5 24,5 17,9 17,6 10,9 10,6 4,9 0,6" />,
  hoseEnd: () => (
    <>
      <rect x="0" y="-12" width={reach} height="24" />
      <line x1={reach} y1="-12" x2={reach} y2="12" strokeWidth="2" />
    </>
  ),
  bead: () => (
    <>
      <rect x="0" y="-6" width={reach} height="12" />
      <ellipse cx="18" cy="0" rx="3" ry="9" />
    </>
  ),
  plainTube: () => <rect x="0" y="-6" width={reach} height="12" />,
  ferrule: () => (
    <>
      {nut(17, 14)}
      <rect x="17" y="-9" width="4" height="18" rx="1.5" />
    </>
  ),
  hoseSocket: () => (
    <>
      <rect x="0" y="-14" width="22" height="28" rx="2" />
      {[4, 8, 12, 16].map((at) => (
        <line key={at} x1={at} y1="-14" x2={at + 3} y2="14" strokeWidth="0.8" />
      ))}
    </>
  ),
  dashHose: () => (
    <>
      <rect x="0" y="-13" width={reach} height="26" />
      {[0, 8, 16].map((at) => (
        <path key={at} d={`M${at} -13 l8 26 M${at + 8} -13 l-8 26`} strokeWidth="0.7" />
      ))}
    </>
  ),
};
