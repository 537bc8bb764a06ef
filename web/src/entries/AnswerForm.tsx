import { useState } from "react";
import type { EntryRequest } from "../api/client";
import { TextField } from "../fields/TextField";
import { focusIt } from "../shell/focusIt";
import { InitialsField } from "../shell/InitialsField";
import { author } from "../shell/settings";
import { Trouble } from "../shell/Trouble";
import { newKey, useWriteEntry } from "./queries";

interface Props {
  jobId: string;
  /** The button that asks for it. */
  opens: string;
  /** Where several stand on a page, which entry it is about. */
  about?: string;
  asks: string;
  sends: string;
  entry: (text: string) => EntryRequest;
  quiet?: boolean;
}

/** Answers an entry with a word or two: closes it, takes it back. */
export function AnswerForm({ jobId, opens, about, asks, sends, entry, quiet = false }: Props) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const [key] = useState(newKey);
  const [initials] = author.use();
  const write = useWriteEntry(jobId);
  if (!open) {
    return (
      <button
        type="button"
        className={`btn no-print ${quiet ? "btn-ghost btn-sm" : "btn-outline"}`}
        aria-label={about && `${opens}: ${about}`}
        onClick={() => setOpen(true)}
      >
        {opens}
      </button>
    );
  }
  return (
    <form
      className="no-print flex w-full flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        write.mutate({ entry: entry(text), author: initials, key }, { onSuccess: () => setOpen(false) });
      }}
    >
      <TextField label={asks} width="w-[16rem]" maxLength={500} ref={focusIt} value={text} onChange={setText} />
      <InitialsField />
      <button type="submit" className="btn btn-primary" disabled={write.isPending}>
        {sends}
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
