import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { sendFile } from "../../api/client";
import { AnswerForm } from "../../entries/AnswerForm";
import { newKey, useWriteEntry } from "../../entries/queries";
import { FileField } from "../../fields/FileField";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { TextField } from "../../fields/TextField";
import { useOnceRead } from "../../fields/useOnceRead";
import { useJobContext } from "../../job/jobContext";
import { InitialsField } from "../../shell/InitialsField";
import { author } from "../../shell/settings";
import { Trouble } from "../../shell/Trouble";
import { when } from "../../words/times";
import { useUnits } from "../../words/useUnits";
import type { CompensateResults, Props } from "./types";

type Fuelling = CompensateResults["fuelling"];

/** What stands behind the fueling: a claim is kept with who made it, and opens nothing until the log itself is read. */
export function FuellingClaim({ compensate }: Props) {
  const units = useUnits();
  const fuelling = (compensate.results ?? compensate.lastResults)?.fuelling;
  if (!fuelling) {
    return null;
  }
  return (
    <div className="grid gap-3 border-t border-rule pt-3">
      {fuelling.entry != null && <Claimed fuelling={fuelling} />}
      <p className="text-ink-2">{units.say(fuelling.whatProvesIt)}</p>
      {fuelling.state !== "claimed" && <ClaimForm key={fuelling.entry ?? 0} compensate={compensate} />}
    </div>
  );
}

function Claimed({ fuelling }: { fuelling: Fuelling }) {
  const { job } = useJobContext();
  const units = useUnits();
  const { entry, at } = fuelling;
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
      <p className="min-w-0 grow">
        <b>{fuelling.state === "claimed" ? "Claimed, not proven:" : "Claimed before, does not hold now:"}</b>{" "}
        {units.say(fuelling.said)} {fuelling.text} <span className="text-ink-3">{at && `${when(at)} by ${fuelling.by}`}</span>
      </p>
      <AnswerForm
        jobId={job.id}
        opens="Take back"
        about="the claim"
        asks="Why"
        sends="Take it back"
        entry={(text) => ({ kind: "note", text, takesBack: entry })}
        quiet
      />
    </div>
  );
}

interface Typed {
  text?: string;
  lowest?: number | null;
  highest?: number | null;
  worstErrorPct?: number | null;
  file?: string;
}

function ClaimForm({ compensate }: Props) {
  const { job } = useJobContext();
  const { document, lastResults } = compensate;
  const [initials] = author.use();
  const [typed, setTyped] = useState<Typed>({});
  const [key] = useState(newKey);
  const change = (part: Typed) => setTyped((before) => ({ ...before, ...part }));
  const file = useRef<HTMLInputElement>(null);
  const log = useMutation({
    mutationFn: (chosen: File) => sendFile<{ sha256: string; name: string }>(`/api/jobs/${job.id}/files`, chosen, {}),
    onSuccess: ({ sha256 }) => change({ file: sha256 }),
  });
  const write = useWriteEntry(job.id);
  const claim = useOnceRead(() =>
    write.mutate({
      key,
      author: initials,
      entry: {
        kind: "proof",
        station: "compensate",
        text: typed.text?.trim() ?? "",
        payload: {
          claim: "fuelling",
          ethanolPcts: [typed.lowest, typed.highest].filter((pct) => pct != null),
          worstErrorPct: typed.worstErrorPct ?? undefined,
          file: typed.file,
          // What it was seen with: of another base map, metering or map revision it says nothing.
          mapRevision: document.mapRevision ?? undefined,
          baseEthanolPct: numberOf(lastResults?.baseEthanolPct) ?? undefined,
          metering: lastResults?.metering,
        },
      },
    }),
  );
  return (
    <form
      className="no-print grid gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        claim();
      }}
    >
      <TextField label="What the log shows" maxLength={500} value={typed.text ?? ""} onChange={(text) => change({ text })} />
      <div className="flex flex-wrap items-end gap-3">
        <NumberField
          label="Lowest blend logged"
          quantity="ethanolPct"
          prefix="E"
          value={typed.lowest ?? null}
          onChange={(lowest) => change({ lowest })}
        />
        <NumberField
          label="Highest blend logged"
          quantity="ethanolPct"
          prefix="E"
          value={typed.highest ?? null}
          onChange={(highest) => change({ highest })}
        />
        <NumberField
          label="Lambda off at worst"
          unit="%"
          value={typed.worstErrorPct ?? null}
          onChange={(worstErrorPct) => change({ worstErrorPct })}
        />
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <FileField ref={file} label="Lambda log" onFile={log.mutate} />
        <button type="button" className="btn btn-outline" disabled={log.isPending} onClick={() => file.current?.click()}>
          {log.isPending ? "Adding" : typed.file ? "Another log" : "Add the log"}
        </button>
        {typed.file && <span className="text-ink-2">On this job: {log.data?.name ?? "a log"}</span>}
        {typed.text && <InitialsField />}
        <button
          type="submit"
          className="btn btn-outline"
          disabled={write.isPending || (typed.text?.trim().length ?? 0) < 3 || !initials.trim()}
        >
          Claim the fueling right
        </button>
      </div>
      {(log.error ?? write.error) && <Trouble error={log.error ?? write.error} />}
    </form>
  );
}
