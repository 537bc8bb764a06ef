import { useState } from "react";
import type { OpenEntry } from "../api/client";
import { TextField } from "../fields/TextField";
import { InitialsField } from "../shell/InitialsField";
import { author } from "../shell/settings";
import { Trouble } from "../shell/Trouble";
import { newKey, useWriteEntry } from "./queries";

/** The mechanic has just asked for this field. */
const focus = (field: HTMLInputElement | null) => field?.focus();

/** Closes what was waited for or was to be looked at, with a word on how it ended. */
export function CloseEntry({ jobId, entry }: { jobId: string; entry: OpenEntry }) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const [key] = useState(newKey);
  const [initials] = author.use();
  const write = useWriteEntry(jobId);
  if (!open) {
    return (
      <button type="button" className="btn btn-outline no-print" onClick={() => setOpen(true)}>
        {entry.kind === "waiting" ? "Arrived" : "Checked"}
      </button>
    );
  }
  return (
    <form
      className="no-print flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ entry: { kind: "closing", text, closes: entry.number }, author: initials, key });
      }}
    >
      <TextField
        label={entry.kind === "waiting" ? "How did it come?" : "What did you see?"}
        width="w-[16rem]"
        maxLength={500}
        ref={focus}
        value={text}
        onChange={setText}
      />
      <InitialsField />
      <button type="submit" className="btn btn-primary" disabled={write.isPending}>
        Close it
      </button>
      <button type="button" className="btn btn-ghost" onClick={() => setOpen(false)}>
        Not yet
      </button>
      {write.error && (
        <div className="w-full">
          <Trouble error={write.error} />
        </div>
      )}
    </form>
  );
}
