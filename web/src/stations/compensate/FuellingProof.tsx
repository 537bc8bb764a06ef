import { useState } from "react";
import { numberOf } from "../../fields/stored";
import { TextField } from "../../fields/TextField";
import type { Props } from "./types";

/** The one thing that lets spark in: fueling proven on a log, in words, for this base map and metering. */
export function FuellingProof({ compensate }: Props) {
  const { document, setDraft: onChange, results, lastResults } = compensate;
  const isProven = (results ?? lastResults)?.isFuellingProven ?? false;
  const error = compensate.errorFor("fuellingProof");
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
            <b>Fueling is proven:</b> {proof.evidence}
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
          <TextField
            label="What proves the fueling: which log, which blends, how far from lambda"
            className="min-w-[14rem] grow"
            value={text}
            error={error}
            onChange={setText}
          />
          <button type="submit" className="btn btn-outline" disabled={text.trim().length < 3}>
            Mark the fueling proven
          </button>
        </form>
      )}
    </div>
  );
}
