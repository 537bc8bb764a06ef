import type { ReactNode } from "react";
import { Link } from "react-router";
import { KeyHelp } from "./KeyHelp";
import { type Theme, theme } from "./settings";

const themes: readonly { name: Theme; label: string }[] = [
  { name: "bay", label: "Bay" },
  { name: "forecourt", label: "Forecourt" },
];

export function Header({ where, children }: { where: ReactNode; children?: ReactNode }) {
  const [current, setTheme] = theme.use();
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
        <fieldset className="segment no-print" aria-label="Light">
          {themes.map(({ name, label }) => (
            <button key={name} type="button" aria-pressed={current === name} onClick={() => setTheme(name)}>
              {label}
            </button>
          ))}
        </fieldset>
        <KeyHelp />
      </div>
    </header>
  );
}
