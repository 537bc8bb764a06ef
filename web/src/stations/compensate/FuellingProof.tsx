import { useId, useState } from "react";
import { numberOf } from "../../fields/stored";
import type { Props } from "./types";

/** The one thing that lets spark in: fuelling proven on a log, in words, for this base map and metering. */
export function FuellingProof({ compensate }: Props) {
  const { document, setDraft: onChange, results, lastResults } = compensate;
  const isProven = (results ?? lastResults)?.isFuellingProven ?? false;
  const error = compensate.errorFor("fuellingProof");
  const id = useId();
  const [text, setText] = useState(document.fuellingProof?.evidence ?? "");
  const proof = document.fuellingProof;
  const mark = () =>
    onChange({
      ...document,
      fuellingProof: {
        evidence: text.trim(),
        // What it was proven for: another base map or metering needs another proof.
        baseEthanolPct: numberOf(lastResults?.baseEthanolPct),
        metering: document.metering ?? "orifice",
      },
    });
  return (
    <div className="border-t border-rule pt-3">
      {isProven && proof ? (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <p className="min-w-0 grow">
            <b>Fuelling is proven:</b> {proof.evidence}
          </p>
          <button
            type="button"
            className="btn btn-outline no-print"
            onClick={() => onChange({ ...document, fuellingProof: undefined })}
          >
            Undo
          </button>
        </div>
      ) : (
        <form
          className="no-print flex flex-wrap items-end gap-x-3 gap-y-2"
          onSubmit={(e) => {
            e.preventDefault();
            mark();
          }}
        >
          <div className="grid min-w-[14rem] grow gap-1">
            <label htmlFor={id} className="label-text">
              What proves the fuelling: which log, which blends, how far from lambda
            </label>
            <input
              id={id}
              className="field w-full"
              maxLength={200}
              autoComplete="off"
              value={text}
              aria-invalid={Boolean(error)}
              aria-describedby={error ? `${id}-trouble` : undefined}
              onChange={(e) => setText(e.target.value)}
            />
          </div>
          <button type="submit" className="btn btn-outline" disabled={text.trim().length < 3}>
            Mark the fuelling proven
          </button>
          {error && (
            <p id={`${id}-trouble`} className="w-full text-[0.9rem] text-stop">
              {error}
            </p>
          )}
        </form>
      )}
    </div>
  );
}
