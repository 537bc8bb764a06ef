import type { CapacityDocument, CapacityResults, Remedy } from "../../api/client";
import { componentWords, inSentence } from "../../fuelSystem/words";
import { hazyText } from "../../words/numbers";
import { useUnits } from "../../words/useUnits";
import { plannedWords, remedyWords, withoutChange, withRemedy } from "./changes";

interface Props {
  document: CapacityDocument;
  results: CapacityResults | null;
  onChange: (document: CapacityDocument) => void;
  error: string | undefined;
}

/** What is planned, and what else would bring the wanted point inside; two that are taken work together. */
export function RemedyList({ document, results, onChange, error }: Props) {
  const units = useUnits();
  const planned = plannedWords(document.changes, units);
  const remedies = results?.atPoint?.remedies ?? [];
  if (planned.length === 0 && remedies.length === 0) {
    return null;
  }
  return (
    <section className="panel" aria-labelledby="remedies-title">
      {planned.length > 0 && (
        <>
          <h2 className="panel-title">Planned, to be bought and fitted</h2>
          <ul className="mt-1 divide-y divide-rule">
            {planned.map((word) => (
              <li key={word.key} className="flex flex-wrap items-center justify-between gap-x-4 py-2">
                <span className="font-bold">{word.text}</span>
                <button
                  type="button"
                  className="btn btn-ghost no-print"
                  aria-label={`Take back: ${word.text}`}
                  onClick={() => onChange(withoutChange(document, word.key))}
                >
                  Take back
                </button>
              </li>
            ))}
          </ul>
          {error && <p className="text-stop">{error}</p>}
        </>
      )}
      <h2 id="remedies-title" className={`panel-title ${planned.length > 0 ? "mt-3" : ""}`}>
        {remedies.length > 0 ? "What would help" : "Nothing more is needed"}
      </h2>
      <ul className="mt-1 divide-y divide-rule">
        {remedies.map((remedy) => (
          <li key={remedy.code} className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1 py-2.5">
            <div className="min-w-0 grow basis-[18rem]">
              <p className="font-bold">{remedyWords(remedy, units)}</p>
              <p className="text-[0.93rem] text-ink-2">
                {reachOf(remedy, results, units)}
                {!remedy.enough && <b> Not enough by itself.</b>}
              </p>
            </div>
            <button
              type="button"
              className="btn btn-outline no-print"
              aria-label={`Plan it: ${remedyWords(remedy, units)}`}
              onClick={() => onChange(withRemedy(document, remedy))}
            >
              Plan it
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function reachOf(remedy: Remedy, results: CapacityResults | null, units: ReturnType<typeof useUnits>): string {
  const kw = remedy.powerKw ?? results?.powerKw?.value ?? 0;
  const pct = remedy.ethanolPct ?? results?.ethanolPct?.value ?? 0;
  const blend = remedy.newMaxEthanolPct ? `up to E${hazyText(remedy.newMaxEthanolPct, "", 0)}` : "not even E0";
  const limit = remedy.newBinding
    ? ` Then ${inSentence(remedy.newBinding)} ${componentWords[remedy.newBinding].verb} the limit.`
    : "";
  const power = remedy.newMaxPowerKw ? `, and on E${pct.toFixed(0)} ${units.hazy(remedy.newMaxPowerKw, "kw")}` : "";
  return `Carries at ${units.plain(kw, "kw", 0)} ${blend}${power}.${limit}`;
}
