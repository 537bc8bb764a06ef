import { useMutation } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { type EntryRequest, sendFile } from "../api/client";
import { useFields } from "../api/queries";
import { useImportJob } from "../bay/useImportJob";
import { newKey, useWriteEntry } from "../entries/queries";
import { SelectField } from "../fields/SelectField";
import { TextField } from "../fields/TextField";
import { InitialsField } from "../shell/InitialsField";
import { author } from "../shell/settings";
import { Trouble } from "../shell/Trouble";
import { fileKind } from "./fileKind";
import { useJobContext } from "./jobContext";

interface Props {
  file: File;
  onDone: () => void;
  /** Takes a recording to where it is read. */
  onRecording: (file: File) => void;
  /** Puts a photo beside an answer of the survey. */
  onPhoto: (field: string, sha256: string) => void;
}

/** Asks where a file belongs that was dropped on a job. */
export function DroppedFile({ file, onDone, onRecording, onPhoto }: Props) {
  const kind = fileKind(file.name);
  const importJob = useImportJob();
  return (
    <section className="panel no-print mb-4 grid gap-3" aria-label={`Where does ${file.name} belong?`}>
      <h2 className="text-lg font-bold break-words">Where does {file.name} belong?</h2>
      {kind === "recording" && (
        <Way>
          <button type="button" className="btn btn-primary" onClick={() => onRecording(file)}>
            Read it as a recording of the sensor
          </button>
          <span className="text-ink-2">Signal reads it and shows what it says.</span>
        </Way>
      )}
      {kind === "job" && (
        <Way>
          <button type="button" className="btn btn-primary" disabled={importJob.isBusy} onClick={() => importJob.ask(file)}>
            Import it as a job
          </button>
          <span className="text-ink-2">It becomes a job of its own, or adds to the one it is of.</span>
          {importJob.question}
        </Way>
      )}
      {kind === "photo" && <PhotoOf file={file} onPhoto={onPhoto} />}
      <NoteWith file={file} onDone={onDone} />
      <div>
        <button type="button" className="btn btn-ghost" onClick={onDone}>
          Leave it out
        </button>
      </div>
    </section>
  );
}

function Way({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap items-center gap-x-4 gap-y-2">{children}</div>;
}

function PhotoOf({ file, onPhoto }: { file: File; onPhoto: Props["onPhoto"] }) {
  const { job } = useJobContext();
  const asked = useFields("survey").data?.filter((f) => f.photo) ?? [];
  const [field, setField] = useState<string | undefined>();
  const add = useMutation({
    mutationFn: () => sendFile<{ sha256: string }>(`/api/jobs/${job.id}/files`, file, { kind: "photo" }),
    onSuccess: ({ sha256 }) => field && onPhoto(field, sha256),
  });
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-end gap-3">
        <SelectField
          label="Photo of"
          none="Choose"
          value={field}
          choices={asked.map(({ path, label }) => ({ name: path, label }))}
          onChange={setField}
        />
        <button type="button" className="btn btn-primary" disabled={!field || add.isPending} onClick={() => add.mutate()}>
          {add.isPending ? "Adding it" : "Add it to the survey"}
        </button>
      </div>
      {add.error && <Trouble error={add.error} />}
    </div>
  );
}

/** Keeps the file with a word about it, as an entry on the record. */
function NoteWith({ file, onDone }: { file: File; onDone: () => void }) {
  const { job } = useJobContext();
  const [initials] = author.use();
  const [text, setText] = useState("");
  const [key] = useState(newKey);
  const write = useWriteEntry(job.id);
  const keep = useMutation({
    mutationFn: async () => {
      const { sha256 } = await sendFile<{ sha256: string }>(`/api/jobs/${job.id}/files`, file, {});
      const entry: EntryRequest = { kind: "note", text, files: [sha256] };
      return write.mutateAsync({ entry, author: initials, key });
    },
    onSuccess: onDone,
  });
  return (
    <form
      className="grid gap-2 border-t border-rule pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        keep.mutate();
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <TextField label="What it shows" width="w-[18rem] max-w-full" maxLength={500} value={text} onChange={setText} />
        <InitialsField />
        <button type="submit" className="btn btn-outline" disabled={keep.isPending}>
          {keep.isPending ? "Keeping it" : "Keep it on the record"}
        </button>
      </div>
      {keep.error && <Trouble error={keep.error} />}
    </form>
  );
}
