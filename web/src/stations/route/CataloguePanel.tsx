import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { sendFile } from "../../api/client";
import { FileField } from "../../fields/FileField";
import { Trouble } from "../../shell/Trouble";
import { said } from "../../words/said";
import { OwnPart } from "./OwnPart";
import { partsKey, useParts } from "./useParts";

/** The parts the shop builds from: those that ship and its own. */
export function CataloguePanel() {
  const client = useQueryClient();
  const file = useRef<HTMLInputElement>(null);
  const parts = useParts();
  const bring = useMutation({
    mutationFn: (table: File) => sendFile<{ imported: number }>("/api/catalogue/import", table, {}),
    onSuccess: () => client.invalidateQueries({ queryKey: partsKey }),
  });
  return (
    <section className="panel no-print" aria-labelledby="catalogue-title">
      <h2 id="catalogue-title" className="panel-title">
        The shop's catalog
      </h2>
      {parts.error && <Trouble error={parts.error} onRetry={() => parts.refetch()} />}
      <p className="mt-2 text-ink-2">
        {parts.data ? `${parts.data.parts.length} parts. ` : ""}
        {said("route", "thoseShipUsualSizes")}
      </p>
      <div className="mt-3 flex flex-wrap gap-3">
        <a className="btn btn-outline" href="/api/catalogue.csv" download>
          All parts as CSV
        </a>
        <button type="button" className="btn btn-outline" disabled={bring.isPending} onClick={() => file.current?.click()}>
          Import a table of parts
        </button>
      </div>
      <FileField ref={file} label="Table of parts" accept=".csv,text/csv" onFile={bring.mutate} />
      <p role="status" className="mt-2 text-[0.9rem] text-ink-2">
        {bring.data ? `${bring.data.imported} ${bring.data.imported === 1 ? "part" : "parts"} imported.` : ""}
      </p>
      {bring.error && <Trouble error={bring.error} />}
      <OwnPart />
    </section>
  );
}
