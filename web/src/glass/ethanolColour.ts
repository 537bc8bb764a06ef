const stops = ["var(--e0)", "var(--e25)", "var(--e50)", "var(--e75)", "var(--e100)"] as const;

/** The colour of a blend, between the theme's five. */
export function ethanolColour(ethanolPct: number): string {
  const place = (Math.min(100, Math.max(0, ethanolPct)) / 100) * (stops.length - 1);
  const lower = Math.min(stops.length - 2, Math.floor(place));
  const share = Math.round((place - lower) * 100);
  return `color-mix(in oklab, ${stops[lower + 1]} ${share}%, ${stops[lower]})`;
}
