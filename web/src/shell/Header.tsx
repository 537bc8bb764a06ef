import { type ReactNode, useCallback } from "react";
import { Link } from "react-router";
import { KeyHelp } from "./KeyHelp";
import { Segment } from "./Segment";
import { type Theme, theme, units } from "./settings";
import { useShortcut } from "./useShortcut";

const themes: readonly { name: Theme; label: string }[] = [
  { name: "bay", label: "Bay" },
  { name: "forecourt", label: "Forecourt" },
];

const systems = [
  { name: "us", label: "US" },
  { name: "metric", label: "Metric" },
] as const;

export function Header({ where, children }: { where: ReactNode; children?: ReactNode }) {
  const [current, setTheme] = theme.use();
  const [system, setUnits] = units.use();
  useShortcut(
    "u",
    useCallback(() => units.set(units.get() === "us" ? "metric" : "us"), []),
  );
  return (
    <header className="border-b border-rule px-4 sm:px-7">
      <div className="mx-auto flex min-h-[52px] max-w-[82rem] flex-wrap items-center gap-x-5 gap-y-1 py-1">
        <Link
          to="/"
          className="flex min-h-[36px] items-center text-[1.15rem] font-extrabold tracking-tight"
          aria-label="Hazy Gauge, to the bay"
        >
          <span aria-hidden="true">
            Ha<span className="blur-[1.6px]">z</span>y Gauge
          </span>
        </Link>
        <div className="order-last w-full min-w-0 grow truncate text-ink-2 sm:order-none sm:w-auto">{where}</div>
        <div className="hidden text-[0.85rem] text-ink-3 sm:block">{children}</div>
        <div className="grow sm:hidden" />
        <Segment label="Units" choices={systems} chosen={system} onChoose={setUnits} />
        <Segment label="Light" choices={themes} chosen={current} onChoose={setTheme} />
        <KeyHelp />
      </div>
    </header>
  );
}
