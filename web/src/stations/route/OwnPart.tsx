import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, unwrap } from "../../api/client";
import { Mark } from "../../fields/Mark";
import { NumberField } from "../../fields/NumberField";
import { SelectField } from "../../fields/SelectField";
import { TextField } from "../../fields/TextField";
import { useOnceRead } from "../../fields/useOnceRead";
import { Trouble } from "../../shell/Trouble";
import { said } from "../../words/said";
import { PortField } from "./PortField";
import type { Part } from "./types";
import { partsKey, useParts } from "./useParts";

type Draft = Partial<Omit<Part, "ports">> & { one?: string; other?: string };

/** A part of the shop's own, or one that ships with another price, length or number on the shelf. */
export function OwnPart() {
  const client = useQueryClient();
  const parts = useParts().data?.parts ?? [];
  const [draft, setDraft] = useState<Draft>({ ethanolRated: true });
  // A number is read a moment after it was typed: what was typed since stays.
  const set = (part: Draft) => setDraft((before) => ({ ...before, ...part }));
  const done = () => {
    setDraft({ ethanolRated: true });
    client.invalidateQueries({ queryKey: partsKey });
  };
  const save = useMutation({ mutationFn: (body: Part) => unwrap(api.PUT("/api/catalogue/parts", { body })), onSuccess: done });
  const remove = useMutation({
    mutationFn: (code: string) => unwrap(api.DELETE("/api/catalogue/parts/{code}", { params: { path: { code } } })),
    onSuccess: done,
  });
  const known = parts.find((p) => p.code.toLowerCase() === draft.code?.trim().toLowerCase());
  const { one, other, ...rest } = draft;
  const whole =
    rest.code && rest.name && one && other && rest.boreMm != null && rest.lengthMm != null && rest.cost != null
      ? ({
          ...rest,
          code: rest.code.trim(),
          ports: [one, other, ...(known?.ports.slice(2) ?? [])],
          ethanolRated: rest.ethanolRated ?? false,
        } as Part)
      : null;
  const add = useOnceRead(() => {
    if (whole) {
      save.mutate(whole);
    }
  });
  return (
    <details className="mt-3 border-t border-rule pt-3">
      <summary className="min-h-[44px] cursor-pointer py-2 font-bold">Add or change a part</summary>
      <form
        className="grid gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          add();
        }}
      >
        <SelectField
          label="Begin from"
          none="A new part"
          width="w-full pr-8"
          value={known?.code}
          choices={parts.map((p) => ({ name: p.code, label: p.name }))}
          onChange={(code) => {
            const part = parts.find((p) => p.code === code);
            if (part) {
              const { ports, ...others } = part;
              setDraft({ ...others, one: ports[0], other: ports[1] });
            }
          }}
        />
        <TextField
          label="Code"
          hint={said("route", "lettersDigitsDashesKnown")}
          value={draft.code ?? ""}
          maxLength={40}
          onChange={(code) => set({ code })}
        />
        <TextField label="Name" value={draft.name ?? ""} maxLength={80} onChange={(name) => set({ name })} />
        <PortField label="One end" value={draft.one} onChange={(end) => set({ one: end })} />
        <PortField label="Other end" value={draft.other} onChange={(end) => set({ other: end })} />
        <div className="grid grid-cols-2 gap-3">
          <NumberField
            label="Bore"
            quantity="millimetre"
            value={draft.boreMm ?? null}
            onChange={(boreMm) => set({ boreMm: boreMm ?? undefined })}
          />
          <NumberField
            label="Length"
            quantity="millimetre"
            value={draft.lengthMm ?? null}
            onChange={(lengthMm) => set({ lengthMm: lengthMm ?? undefined })}
          />
          <NumberField
            label="Turns by"
            unit="°"
            value={draft.angleDeg ?? null}
            onChange={(angleDeg) => set({ angleDeg: angleDeg ?? undefined })}
          />
          <NumberField
            label="Made for up to"
            quantity="kpa"
            value={draft.maxKpa ?? null}
            onChange={(maxKpa) => set({ maxKpa: maxKpa ?? undefined })}
          />
          <NumberField
            label="Bears heat up to"
            quantity="celsius"
            value={draft.maxC ?? null}
            onChange={(maxC) => set({ maxC: maxC ?? undefined })}
          />
          <NumberField label="Cost" value={draft.cost ?? null} onChange={(cost) => set({ cost: cost ?? undefined })} />
          <NumberField
            label="On the shelf"
            value={draft.onShelf ?? null}
            onChange={(onShelf) => set({ onShelf: onShelf ?? undefined })}
          />
        </div>
        <TextField
          label="Where both were read"
          hint={said("route", "printStandardOrSheet")}
          value={draft.classSource ?? ""}
          maxLength={80}
          onChange={(classSource) => set({ classSource: classSource || undefined })}
        />
        <label className="flex min-h-[44px] w-fit cursor-pointer items-center gap-3">
          <Mark type="checkbox" checked={draft.ethanolRated ?? false} onChange={(e) => set({ ethanolRated: e.target.checked })} />
          Its maker rates it for ethanol
        </label>
        {save.error && <Trouble error={save.error} />}
        {remove.error && <Trouble error={remove.error} />}
        <div className="flex flex-wrap gap-3">
          <button type="submit" className="btn btn-primary" disabled={!whole || save.isPending}>
            {known ? "Change the part" : "Add the part"}
          </button>
          {known && (
            <button
              type="button"
              className="btn btn-outline"
              disabled={remove.isPending}
              onClick={() => remove.mutate(known.code)}
            >
              Take it out of the catalog
            </button>
          )}
        </div>
        {!whole && <p className="text-[0.88rem] text-ink-3">{said("route", "codeNameBothEnds")}</p>}
      </form>
    </details>
  );
}
