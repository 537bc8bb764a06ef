import type { Reading, SignalDocument } from "../../api/client";
import { NumberField } from "../../fields/NumberField";

interface Props {
  reading: Reading;
  document: SignalDocument;
  onChange: (document: SignalDocument) => void;
  toleranceError?: string;
}

/** Where the doubt comes from, how much each source is answerable for, and which check clears it. */
export function HazePanel({ reading, document, onChange, toleranceError }: Props) {
  return (
    <section className="panel" aria-labelledby="haze-title">
      <h2 id="haze-title" className="panel-title">
        Where the haze comes from
      </h2>
      {reading.budget.length === 0 ? (
        <p className="mt-3 text-ink-2">
          {reading.ethanolPct
            ? "Nothing is in doubt: the tolerance is set to zero."
            : "There is no reading to be in doubt about."}
        </p>
      ) : (
        <ul className="mt-3 grid gap-3">
          {reading.budget.map((line) => (
            <li key={line.source}>
              <div className="flex items-baseline justify-between gap-3">
                <span>{line.label}</span>
                <span className="reading">{line.sharePct < 0.5 ? "under 1 %" : `${line.sharePct.toFixed(0)} %`}</span>
              </div>
              <div aria-hidden="true" className="mt-1 h-[9px] bg-base-300">
                <div className="h-full bg-base-content" style={{ width: `${Math.max(0.4, line.sharePct)}%` }} />
              </div>
              {line.check && line.sharePct >= 0.5 && (
                <p className="mt-1.5 text-[0.93rem] text-ink-2">
                  {line.check.text} That alone would bring it down to{" "}
                  <span className="reading">± {line.check.plusMinusAfter.toFixed(line.check.plusMinusAfter < 0.95 ? 1 : 0)}</span>
                  .
                </p>
              )}
            </li>
          ))}
        </ul>
      )}
      <div className="mt-4 border-t border-rule pt-3">
        <NumberField
          label="Sensor good to"
          unit="ethanol points either way"
          placeholder="5"
          value={document.toleranceEthanolPct ?? null}
          error={toleranceError}
          onChange={(value) => onChange({ ...document, toleranceEthanolPct: value ?? undefined })}
        />
      </div>
    </section>
  );
}
