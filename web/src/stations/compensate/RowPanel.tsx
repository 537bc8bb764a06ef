import { Minus, Plus } from "lucide-react";
import { useEffect, useId, useState } from "react";
import { numberOf } from "../../fields/stored";
import { TextField } from "../../fields/TextField";
import { Scrollable } from "../../shell/Scrollable";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import type { CompensatePlan, CompensateResults, Props } from "./types";

const usualCount = 6;

/** The row to type into the controller, and how far its straight lines stray from the curve. */
export function RowPanel({ compensate }: Props) {
  const units = useUnits();
  const { document, setDraft: onChange, results } = compensate;
  const row = results?.row ?? null;
  const error = compensate.errorFor("row.ethanolPcts") ?? compensate.errorFor("row.count") ?? compensate.errorFor("row");
  const id = useId();
  const chosen = document.row?.ethanolPcts ?? null;
  const count = chosen?.length ?? document.row?.count ?? usualCount;
  const [text, setText] = useState(chosen?.join(" ") ?? "");
  const parsed = breakpointsOf(text);
  const unreadable = parsed.some(Number.isNaN);
  const chosenText = chosen?.join(" ") ?? "";
  useEffect(() => {
    setText((current) => (normal(current) === chosenText ? current : chosenText));
  }, [chosenText]);
  const setCount = (next: number) => onChange({ ...document, row: { count: next } });
  const take = (next: string) => {
    setText(next);
    const numbers = breakpointsOf(next);
    if (numbers.length === 0) {
      onChange({ ...document, row: undefined });
    } else if (!numbers.some(Number.isNaN)) {
      onChange({ ...document, row: { ethanolPcts: numbers } });
    }
  };
  const trouble = unreadable ? said("compensate", "numbersOnlySpacesBetween") : error;
  return (
    <section className="panel" aria-labelledby={`${id}-title`}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h2 id={`${id}-title`} className="panel-title grow">
          Type these in
        </h2>
        <div className="no-print flex items-center gap-1">
          <button
            type="button"
            className="btn btn-ghost min-w-[44px] px-2"
            aria-label="One breakpoint less"
            disabled={count <= 2}
            onClick={() => setCount(count - 1)}
          >
            <Minus aria-hidden="true" size={18} />
          </button>
          <span className="text-[0.9rem] text-ink-2" role="status">
            <span className="reading">{count}</span> breakpoints
          </span>
          <button
            type="button"
            className="btn btn-ghost min-w-[44px] px-2"
            aria-label="One breakpoint more"
            disabled={count >= 64}
            onClick={() => setCount(count + 1)}
          >
            <Plus aria-hidden="true" size={18} />
          </button>
        </div>
      </div>
      {row && !unreadable && (
        <>
          <Row row={row} />
          <p className="mt-2 text-[0.93rem] text-ink-2">
            Straight lines between these {row.ethanolPcts.length} stay within{" "}
            <span className="reading">{Math.abs(row.worstErrorPct).toFixed(Math.abs(row.worstErrorPct) < 0.095 ? 2 : 1)} %</span>{" "}
            of the curve; furthest at <span className="reading">E{row.atEthanolPct.toFixed(0)}</span>,{" "}
            {row.worstErrorPct > 0 ? "rich" : "lean"}.
          </p>
          {row.findings.map((f) => (
            <p key={f.code} className="mt-2 border-l-4 border-base-content pl-3 text-[0.93rem]">
              {units.say(f)}
            </p>
          ))}
        </>
      )}
      <div className="no-print mt-3 flex flex-wrap items-end gap-x-4 gap-y-2">
        <TextField
          label="Breakpoints the controller has, where they are fixed"
          className="min-w-0 grow"
          maxLength={1000}
          placeholder="placed for least error"
          value={text}
          error={trouble}
          onChange={take}
        />
        {row && (
          <a className="btn btn-outline" download href={csvAddress(document, results, row.ethanolPcts)}>
            As CSV
          </a>
        )}
      </div>
    </section>
  );
}

/** What was typed, as numbers; what is no number is NaN. */
function breakpointsOf(text: string): number[] {
  return text
    .trim()
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((t) => Number(t.replace(",", ".").replace(/^E/i, "")));
}

/** Along the screen where there is room, down it at the phone. */
function Row({ row }: { row: NonNullable<CompensateResults["row"]> }) {
  const cells = row.ethanolPcts.map((pct, i) => ({
    pct,
    text: String(Number(pct.toFixed(1))),
    factor: (row.factors[i]?.value ?? 0).toFixed(3),
  }));
  return (
    <>
      <table className="mt-1 w-full sm:hidden">
        <thead>
          <tr className="border-b border-rule text-right">
            <th scope="col" className="py-1.5 font-semibold">
              E %
            </th>
            <th scope="col" className="py-1.5 font-semibold">
              ×
            </th>
          </tr>
        </thead>
        <tbody>
          {cells.map(({ pct, text, factor }) => (
            <tr key={pct} className="reading border-b border-rule text-right">
              <td className="py-0.5">{text}</td>
              <td className="py-0.5 text-[1.08rem]">{factor}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="hidden sm:block">
        <Scrollable label="The row of breakpoints">
          <table className="w-full">
            <tbody>
              <tr className="border-b border-rule">
                <th scope="row" className="py-2 pr-3 text-left font-semibold whitespace-nowrap">
                  E %
                </th>
                {cells.map(({ pct, text }) => (
                  <td key={pct} className="reading px-2 py-2 text-right">
                    {text}
                  </td>
                ))}
              </tr>
              <tr className="border-b border-rule">
                <th scope="row" className="py-2 pr-3 text-left font-semibold">
                  ×
                </th>
                {cells.map(({ pct, factor }) => (
                  <td key={pct} className="reading px-2 py-2 text-right text-[1.08rem]">
                    {factor}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
        </Scrollable>
      </div>
    </>
  );
}

function normal(text: string): string {
  return text
    .trim()
    .split(/[\s;]+/)
    .map((t) => t.replace(",", ".").replace(/^E/i, ""))
    .join(" ");
}

function csvAddress(document: CompensatePlan, results: CompensateResults | null, ethanolPcts: readonly number[]): string {
  const query = new URLSearchParams({
    baseEthanolPct: String(numberOf(results?.baseEthanolPct) ?? ""),
    metering: document.metering ?? results?.metering ?? "",
    ethanolPcts: ethanolPcts.join(" "),
  });
  return `/api/calc/breakpoints.csv?${query}`;
}
