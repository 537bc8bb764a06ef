import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useRef, useState } from "react";
import { api, sendFile, unwrap } from "../../api/client";
import { FileField } from "../../fields/FileField";
import { SelectField } from "../../fields/SelectField";
import { Trouble } from "../../shell/Trouble";
import { said } from "../../words/said";
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
    <section aria-labelledby={`${id}-title`}>
      <h3 id={`${id}-title`} className="font-bold">
        A profile
      </h3>
      {profiles.error && <Trouble error={profiles.error} onRetry={() => profiles.refetch()} />}
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <SelectField
          label="A vehicle or part like this one"
          className="min-w-0"
          width="w-full pr-8"
          none="Choose"
          value={name}
          choices={(profiles.data?.items ?? []).map((p) => ({ name: p.name, label: p.isOwn ? `${p.name} (own)` : p.name }))}
          onChange={(chosen) => setName(chosen ?? "")}
        />
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
        {said("survey", "typicalFiguresTheirTolerance")}{" "}
        <a className="link-quiet" href="/api/profiles.csv" download>
          All profiles as a table
        </a>{" "}
        to edit, and{" "}
        <button type="button" className="link-quiet" disabled={bring.isPending} onClick={() => file.current?.click()}>
          import a table
        </button>
        .
      </p>
      <FileField ref={file} label="Table of profiles" accept=".csv,text/csv" onFile={bring.mutate} />
      <p role="status" className="text-[0.9rem] text-ink-2">
        {bring.data ? `${bring.data.imported} ${bring.data.imported === 1 ? "profile" : "profiles"} imported.` : ""}
      </p>
      {bring.error && <Trouble error={bring.error} />}
    </section>
  );
}
