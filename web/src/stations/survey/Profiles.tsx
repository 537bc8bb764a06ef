import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useRef, useState } from "react";
import { api, sendFile, unwrap } from "../../api/client";
import { Trouble } from "../../shell/Trouble";
import { fillOpen } from "./answers";
import type { SurveyDocument } from "./types";

interface Props {
  survey: SurveyDocument;
  onChange: (survey: SurveyDocument) => void;
}

const key = ["profiles"];

/** Begins a survey from what is typical of a kind of vehicle or part; what is answered already stays. */
export function Profiles({ survey, onChange }: Props) {
  const id = useId();
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [name, setName] = useState("");
  const profiles = useQuery({ queryKey: key, queryFn: () => unwrap(api.GET("/api/profiles")) });
  const bring = useMutation({
    mutationFn: (table: File) => sendFile<{ imported: number }>("/api/profiles/import", table, {}),
    onSuccess: () => client.invalidateQueries({ queryKey: key }),
  });
  const chosen = profiles.data?.items.find((p) => p.name === name);
  return (
    <section className="panel no-print" aria-labelledby={`${id}-title`}>
      <h2 id={`${id}-title`} className="panel-title">
        Begin from a profile
      </h2>
      {profiles.error && <Trouble error={profiles.error} onRetry={() => profiles.refetch()} />}
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <div className="grid min-w-0 gap-1">
          <label htmlFor={id} className="label-text">
            A vehicle or part like this one
          </label>
          <select id={id} className="field w-full pr-8" value={name} onChange={(e) => setName(e.target.value)}>
            <option value="">choose</option>
            {profiles.data?.items.map((p) => (
              <option key={p.name} value={p.name}>
                {p.name}
                {p.isOwn ? " (own)" : ""}
              </option>
            ))}
          </select>
        </div>
        <button
          type="button"
          className="btn btn-outline"
          disabled={!chosen}
          onClick={() => chosen && onChange(fillOpen(survey, chosen.survey))}
        >
          Fill in what is open
        </button>
      </div>
      <p className="mt-2 text-[0.88rem] text-ink-3">
        Typical figures with their tolerance: change each as soon as you have looked.{" "}
        <a className="link-quiet" href="/api/profiles.csv" download>
          All profiles as a table
        </a>{" "}
        to edit, and{" "}
        <button type="button" className="link-quiet" disabled={bring.isPending} onClick={() => file.current?.click()}>
          bring a table
        </button>
        .
      </p>
      <input
        ref={file}
        type="file"
        accept=".csv,text/csv"
        className="sr-only"
        tabIndex={-1}
        aria-label="Table of profiles"
        onChange={(e) => {
          const table = e.target.files?.[0];
          if (table) {
            bring.mutate(table);
          }
          e.target.value = "";
        }}
      />
      <p role="status" className="text-[0.9rem] text-ink-2">
        {bring.data ? `${bring.data.imported} taken in.` : ""}
      </p>
      {bring.error && <Trouble error={bring.error} />}
    </section>
  );
}
