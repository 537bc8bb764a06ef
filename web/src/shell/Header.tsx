import { Settings } from "lucide-react";
import { type ReactNode, useCallback, useRef } from "react";
import { Link } from "react-router";
import { KeyHelp } from "./KeyHelp";
import { Segment } from "./Segment";
import { type Theme, theme, units } from "./settings";
import { useShortcut } from "./useShortcut";

const themes: readonly { name: Theme; label: string }[] = [
  { name: "forecourt", label: "Light" },
  { name: "bay", label: "Dark" },
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
  const keys = useRef<HTMLDialogElement>(null);
  const showKeys = useCallback(() => keys.current?.showModal(), []);
  useShortcut("?", showKeys, true);
  const settings = (
    <>
      <Segment label="Units" choices={systems} chosen={system} onChoose={setUnits} />
      <Segment label="Theme" choices={themes} chosen={current} onChoose={setTheme} />
    </>
  );
  return (
    <header className="border-b border-rule px-4 sm:px-7">
      <a href="#content" className="btn btn-primary no-print absolute top-1 left-2 z-40 not-focus:-translate-y-20">
        Skip to the page
      </a>
      <div className="mx-auto flex min-h-[52px] max-w-[82rem] items-center gap-x-3 py-1 sm:flex-wrap sm:gap-x-5 sm:gap-y-1">
        <Link
          to="/"
          className="flex min-h-[44px] min-w-[44px] shrink-0 items-center text-[1.15rem] font-extrabold tracking-tight"
          aria-label="Hazy Gauge, to the bay"
        >
          <span aria-hidden="true">
            Ha<span className="blur-[1.6px]">z</span>y<span className="max-sm:hidden"> Gauge</span>
          </span>
        </Link>
        <div className="flex min-w-0 grow items-center text-ink-2">{where}</div>
        <div className="hidden text-[0.85rem] text-ink-3 sm:block">{children}</div>
        <div className="hidden items-center gap-x-5 sm:flex">{settings}</div>
        <details className="no-print relative shrink-0 sm:hidden">
          <summary className="btn btn-ghost min-w-[44px] px-2" aria-label="Settings">
            <Settings aria-hidden="true" size={20} />
          </summary>
          <div className="absolute right-0 z-30 mt-1 grid w-max gap-3 rounded-[10px] border border-edge bg-base-100 p-4">
            {settings}
            <button type="button" className="btn btn-outline" onClick={showKeys}>
              Keys
            </button>
          </div>
        </details>
        <button
          type="button"
          className="kbd-key no-print min-h-[32px] min-w-[32px] max-sm:hidden"
          aria-label="Keys"
          onClick={showKeys}
        >
          ?
        </button>
        <KeyHelp ref={keys} />
      </div>
    </header>
  );
}
