import { useState } from "react";
import { ApiError, type EntryRequest } from "../api/client";
import { LabelledGroup } from "../fields/Labelled";
import { Mark } from "../fields/Mark";
import { TextField } from "../fields/TextField";
import { useJobContext } from "../job/jobContext";
import { InitialsField } from "../shell/InitialsField";
import { Segment } from "../shell/Segment";
import { author } from "../shell/settings";
import { Trouble } from "../shell/Trouble";
import { newKey, useEntryKinds, useWriteEntry } from "./queries";

/** Writes down what is waited for, a day to check again, or a note. */
export function EntryForm() {
  const { job } = useJobContext();
  const [initials] = author.use();
  const kinds = useEntryKinds().data?.filter((k) => k.byHand) ?? [];
  const [chosen, setKind] = useState<string | null>(null);
  const [text, setText] = useState("");
  const [due, setDue] = useState("");
  const [blocks, setBlocks] = useState<readonly string[]>([]);
  const [key, setKey] = useState(newKey);
  const write = useWriteEntry(job.id);
  const refused = write.error instanceof ApiError ? write.error : null;
  const kind = kinds.find((k) => k.slug === chosen) ?? kinds[0];
  if (!kind) {
    return null;
  }
  const change = <T,>(set: (value: T) => void) => {
    return (value: T) => {
      // Another entry than the one that was sent has another key.
      setKey(newKey());
      write.reset();
      set(value);
    };
  };
  const entry: EntryRequest = {
    kind: kind.slug,
    text,
    due: kind.due !== "no" && due ? due : undefined,
    blocks: kind.holdsUp ? [...blocks] : undefined,
  };
  return (
    <form
      className="panel no-print grid gap-3"
      aria-label="New entry"
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate(
          { entry, author: initials, key },
          {
            onSuccess: () => {
              setText("");
              setDue("");
              setBlocks([]);
              setKey(newKey());
            },
          },
        );
      }}
    >
      <Segment
        label="Kind of entry"
        choices={kinds.map(({ slug, name }) => ({ name: slug, label: name }))}
        chosen={kind.slug}
        onChoose={change(setKind)}
      />
      <div className="flex flex-wrap gap-x-6 gap-y-3">
        <TextField
          label={kind.asksText ?? "What"}
          className="min-w-[14rem] grow"
          maxLength={500}
          value={text}
          error={refused?.for("text")}
          onChange={change(setText)}
        />
        {kind.due !== "no" && (
          <TextField
            label={kind.due === "optional" ? "Due, if known" : "On"}
            type="date"
            width=""
            value={due}
            error={refused?.for("due")}
            onChange={change(setDue)}
          />
        )}
        <InitialsField error={refused?.for("X-Author")} />
      </div>
      {kind.holdsUp && (
        <LabelledGroup label="Which stations cannot go on until then">
          <div className="flex flex-wrap gap-x-4">
            {job.stations.map(({ slug, name }) => (
              <label key={slug} className="flex min-h-[44px] items-center gap-3">
                <Mark
                  type="checkbox"
                  checked={blocks.includes(slug)}
                  onChange={(e) => change(setBlocks)(e.target.checked ? [...blocks, slug] : blocks.filter((b) => b !== slug))}
                />
                {name}
              </label>
            ))}
          </div>
        </LabelledGroup>
      )}
      {write.error && Object.keys(refused?.errors ?? {}).length === 0 && <Trouble error={write.error} />}
      <div>
        <button type="submit" className="btn btn-primary" disabled={write.isPending}>
          {write.isPending ? "Writing" : "Add entry"}
        </button>
      </div>
    </form>
  );
}
