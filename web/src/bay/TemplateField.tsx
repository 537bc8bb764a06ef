import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { api, sendFile, unwrap } from "../api/client";
import { FileField } from "../fields/FileField";
import { SelectField } from "../fields/SelectField";
import { Trouble } from "../shell/Trouble";

interface Props {
  value: string | undefined;
  onChange: (id: string | undefined) => void;
  error?: string;
}

const key = ["templates"];

/** The finished job a new one begins from, of this shop or from a file. */
export function TemplateField({ value, onChange, error }: Props) {
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const templates = useQuery({ queryKey: key, queryFn: () => unwrap(api.GET("/api/templates")) });
  const bring = useMutation({
    mutationFn: (template: File) => sendFile<{ id: string }>("/api/templates/import", template, {}),
    onSuccess: ({ id }) => {
      client.invalidateQueries({ queryKey: key });
      onChange(id);
    },
  });
  // Its file is taken before it goes: with that it can be put back.
  const remove = useMutation({
    mutationFn: async (id: string) => {
      const kept = await unwrap(api.GET("/api/templates/{id}", { params: { path: { id } } }));
      await unwrap(api.DELETE("/api/templates/{id}", { params: { path: { id } } }));
      return kept;
    },
    onSuccess: () => {
      client.invalidateQueries({ queryKey: key });
      onChange(undefined);
    },
  });
  const putBack = (kept: NonNullable<typeof remove.data>) => {
    bring.mutate(new File([JSON.stringify(kept)], "template.json", { type: "application/json" }));
    remove.reset();
  };
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
        <SelectField
          label="Begin from"
          className="min-w-0 grow"
          width="w-full pr-8"
          none="An empty job"
          value={value}
          error={error}
          choices={(templates.data?.items ?? []).map((t) => ({
            name: t.id,
            label: t.vehicle ? `${t.name}: ${t.vehicle}` : t.name,
          }))}
          onChange={onChange}
        />
        <button type="button" className="btn btn-outline" disabled={bring.isPending} onClick={() => file.current?.click()}>
          Import a template
        </button>
      </div>
      <FileField ref={file} label="Template file" accept=".json,application/json" onFile={bring.mutate} />
      {value && (
        <p className="text-[0.9rem] text-ink-3">
          What was planned and bought comes along. What was found, read or measured is asked again.
        </p>
      )}
      {value && (
        <button
          type="button"
          className="btn btn-ghost w-fit px-2"
          disabled={remove.isPending}
          onClick={() => remove.mutate(value)}
        >
          Remove this template
        </button>
      )}
      {remove.data && (
        <p role="status" className="flex flex-wrap items-center gap-3">
          Removed: {remove.data.name}.
          <button type="button" className="btn btn-outline" onClick={() => remove.data && putBack(remove.data)}>
            Put it back
          </button>
        </p>
      )}
      {(bring.error ?? remove.error ?? templates.error) && (
        <Trouble error={(bring.error ?? remove.error ?? templates.error) as Error} />
      )}
    </div>
  );
}
