import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { sendFile } from "../../api/client";
import { FileField } from "../../fields/FileField";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { TextField } from "../../fields/TextField";
import { useJobContext } from "../../job/jobContext";
import { Trouble } from "../../shell/Trouble";
import type { CompensatePlan, Props } from "./types";

type Proof = NonNullable<CompensatePlan["fuellingProof"]>;

/** The one thing that lets spark in: fueling proven by a log on the job, for this base map, metering and map revision. */
export function FuellingProof({ compensate }: Props) {
  const { document, setDraft, results, lastResults, errorFor } = compensate;
  const { job } = useJobContext();
  const isProven = (results ?? lastResults)?.isFuellingProven ?? false;
  const proof = document.fuellingProof;
  const [typed, setTyped] = useState<Proof>(proof ?? {});
  const change = (part: Partial<Proof>) => setTyped((before) => ({ ...before, ...part }));
  const file = useRef<HTMLInputElement>(null);
  const log = useMutation({
    mutationFn: (chosen: File) => sendFile<{ sha256: string; name: string }>(`/api/jobs/${job.id}/files`, chosen, {}),
    onSuccess: ({ sha256 }) => change({ logSha256: sha256 }),
  });
  const mark = () =>
    setDraft({
      ...document,
      fuellingProof: {
        ...typed,
        evidence: typed.evidence?.trim(),
        // What it was proven for: another base map, metering or map revision needs another proof.
        mapRevision: document.mapRevision,
        baseEthanolPct: numberOf(lastResults?.baseEthanolPct),
        metering: document.metering ?? "orifice",
      },
    });
  if (isProven && proof) {
    return (
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-rule pt-3">
        <p className="min-w-0 grow">
          <b>Fueling is proven:</b> {proof.evidence} (E{proof.fromEthanolPct} to E{proof.toEthanolPct},{" "}
          {proof.worstLambdaErrorPct} % at worst, map {proof.mapRevision})
        </p>
        <button
          type="button"
          className="btn btn-outline no-print"
          onClick={() => setDraft({ ...document, fuellingProof: undefined })}
        >
          Undo
        </button>
      </div>
    );
  }
  return (
    <form
      className="no-print grid gap-3 border-t border-rule pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        mark();
      }}
    >
      <p className="text-ink-2">Spark goes in once a log on this job shows the fueling, on the blends it covers.</p>
      <TextField
        label="What the log shows"
        value={typed.evidence ?? ""}
        error={errorFor("fuellingProof")}
        onChange={(evidence) => change({ evidence })}
      />
      <div className="flex flex-wrap items-end gap-3">
        <NumberField
          label="Lowest blend logged"
          quantity="ethanolPct"
          prefix="E"
          value={typed.fromEthanolPct ?? null}
          error={errorFor("fuellingProof.fromEthanolPct")}
          onChange={(fromEthanolPct) => change({ fromEthanolPct })}
        />
        <NumberField
          label="Highest blend logged"
          quantity="ethanolPct"
          prefix="E"
          value={typed.toEthanolPct ?? null}
          error={errorFor("fuellingProof.toEthanolPct")}
          onChange={(toEthanolPct) => change({ toEthanolPct })}
        />
        <NumberField
          label="Lambda off at worst"
          unit="%"
          value={typed.worstLambdaErrorPct ?? null}
          error={errorFor("fuellingProof.worstLambdaErrorPct")}
          onChange={(worstLambdaErrorPct) => change({ worstLambdaErrorPct })}
        />
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <FileField ref={file} label="Lambda log" onFile={log.mutate} />
        <button type="button" className="btn btn-outline" disabled={log.isPending} onClick={() => file.current?.click()}>
          {log.isPending ? "Adding" : typed.logSha256 ? "Another log" : "Add the log"}
        </button>
        {typed.logSha256 && <span className="text-ink-2">{log.data?.name ?? "A log"} is on this job.</span>}
        <button type="submit" className="btn btn-outline" disabled={(typed.evidence?.trim().length ?? 0) < 3}>
          Mark the fueling proven
        </button>
      </div>
      {log.error && <Trouble error={log.error} />}
    </form>
  );
}
