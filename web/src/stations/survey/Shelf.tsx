import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useRef, useState } from "react";
import { api, sendFile, unwrap } from "../../api/client";
import { FileField } from "../../fields/FileField";
import { SelectField } from "../../fields/SelectField";
import { Trouble } from "../../shell/Trouble";
import { fillOpen } from "./answers";
import type { SurveyDocument } from "./types";

interface Props {
  survey: SurveyDocument;
  onChange: (survey: SurveyDocument) => void;
}

const key = ["shelf"];

/** Pumps and injectors by the name on their data sheet. */
export function Shelf({ survey, onChange }: Props) {
  const id = useId();
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const [name, setName] = useState("");
  const shelf = useQuery({ queryKey: key, queryFn: () => unwrap(api.GET("/api/shelf")) });
  const bring = useMutation({
    mutationFn: (table: File) => sendFile<{ imported: number }>("/api/shelf", table, {}),
    onSuccess: () => client.invalidateQueries({ queryKey: key }),
  });
  const sheets = (shelf.data?.items ?? []).filter((sheet) => sheet.kind !== "kit");
  const chosen = sheets.find((sheet) => sheet.name === name);
  const take = () => {
    if (chosen) {
      const sheet = chosen.survey as SurveyDocument;
      // What is chosen by name counts before what was typed of another one.
      const without = {
        ...survey,
        pump: chosen.kind === "pump" ? { ...survey.pump, flowLph: undefined, curve: undefined, curveV: undefined } : survey.pump,
        injectors: chosen.kind === "injector" ? { ...survey.injectors, ...sheet.injectors } : survey.injectors,
      };
      onChange(fillOpen(without, sheet));
    }
  };
  return (
    <section className="mt-4 border-t border-rule pt-3" aria-labelledby={`${id}-title`}>
      <h3 id={`${id}-title`} className="font-bold">
        A data sheet from the shelf
      </h3>
      {shelf.error && <Trouble error={shelf.error} onRetry={() => shelf.refetch()} />}
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <SelectField
          label="Pump or injectors by data sheet"
          className="min-w-0"
          width="w-full pr-8"
          none="Choose"
          value={name}
          choices={sheets.map((s) => ({ name: s.name, label: s.isOwn ? `${s.name} (own)` : s.name }))}
          onChange={(next) => setName(next ?? "")}
        />
        <button type="button" className="btn btn-outline" disabled={!chosen} onClick={take}>
          Take this one
        </button>
      </div>
      <p className="mt-2 text-[0.88rem] text-ink-3">
        <a className="link-quiet" href="/api/shelf.csv" download>
          All data sheets as a table
        </a>{" "}
        to edit, and{" "}
        <button type="button" className="link-quiet" disabled={bring.isPending} onClick={() => file.current?.click()}>
          import a table
        </button>
        .
      </p>
      <FileField ref={file} label="Table of data sheets" accept=".csv,text/csv" onFile={bring.mutate} />
      <p role="status" className="text-[0.9rem] text-ink-2">
        {bring.data ? `${bring.data.imported} ${bring.data.imported === 1 ? "sheet" : "sheets"} imported.` : ""}
      </p>
      {bring.error && <Trouble error={bring.error} />}
    </section>
  );
}
