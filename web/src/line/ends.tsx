const stroke = { stroke: "var(--ink-2)", fill: "var(--color-base-100)" };

/** The tank the line begins at. */
export const Tank = ({ size }: { size: number }) => (
  <svg width={size} height={(size * 40) / 52} viewBox="0 0 52 40" aria-hidden="true" className="shrink-0">
    <path d="M12 8V3h8v5" strokeWidth="2" style={stroke} />
    <rect x="1.5" y="8" width="49" height="30" rx="6" strokeWidth="2" style={stroke} />
  </svg>
);

/** The engine it ends at. */
export const Engine = ({ size }: { size: number }) => (
  <svg width={size} height={(size * 40) / 56} viewBox="0 0 56 40" aria-hidden="true" className="shrink-0">
    <path d="M2 10h10V3h16v7h10l8 9v13l-6 6H2zM46 21h9" strokeWidth="2" strokeLinejoin="round" style={stroke} />
  </svg>
);
