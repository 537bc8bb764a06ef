import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { ApiError, sendFile } from "../api/client";
import { keys } from "../api/queries";
import { FileField } from "../fields/FileField";
import { Trouble } from "../shell/Trouble";

interface Imported {
  id: string;
  merged?: { revisions: number; entries: number; files: number };
}

interface Import {
  /** Takes a file in. */
  ask: (file: File) => void;
  isBusy: boolean;
  /** The button that chooses a file. */
  button: ReactNode;
  /** What to do where the job is here already, or what went wrong. */
  question: ReactNode;
}

/** Takes in a job file. Where the job is here already, it asks what to do. */
export function useImportJob(): Import {
  const client = useQueryClient();
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const take = useMutation({
    mutationFn: ({ chosen, onExisting }: { chosen: File; onExisting: "ask" | "beside" | "merge" }) =>
      sendFile<Imported>(`/api/jobs/import?onExisting=${onExisting}`, chosen, {}),
    onSuccess: ({ id }) => {
      client.invalidateQueries({ queryKey: keys.jobs });
      navigate(`/jobs/${id}`);
    },
  });
  const ask = (chosen: File) => {
    setFile(chosen);
    take.mutate({ chosen, onExisting: "ask" });
  };
  const existing = take.error instanceof ApiError ? take.error.existing : undefined;
  const answer = (onExisting: "beside" | "merge") => file && take.mutate({ chosen: file, onExisting });
  return {
    ask,
    isBusy: take.isPending,
    button: (
      <>
        <FileField ref={input} label="Job file" accept=".json,.zip" onFile={ask} />
        <button type="button" className="btn btn-outline" disabled={take.isPending} onClick={() => input.current?.click()}>
          {take.isPending ? "Reading the file" : "Import job"}
        </button>
      </>
    ),
    question: existing ? (
      <section className="panel grid gap-2" aria-label="This job is here already" role="alert">
        <h2 className="text-lg font-bold">{existing.name} is here already.</h2>
        {existing.differs.length === 0 ? (
          <p>Nothing differs between the file and the job here.</p>
        ) : (
          <ul className="list-disc pl-5">
            {existing.differs.map((sentence) => (
              <li key={sentence}>{sentence}</li>
            ))}
          </ul>
        )}
        <div className="mt-1 flex flex-wrap gap-3">
          {existing.canMerge && (
            <button type="button" className="btn btn-primary" disabled={take.isPending} onClick={() => answer("merge")}>
              Add what the file has more
            </button>
          )}
          <button type="button" className="btn btn-outline" disabled={take.isPending} onClick={() => answer("beside")}>
            Import it beside
          </button>
          <button type="button" className="btn btn-outline" onClick={() => navigate(`/jobs/${existing.id}`)}>
            Open the job here
          </button>
          <button type="button" className="btn btn-ghost" onClick={() => take.reset()}>
            Cancel
          </button>
        </div>
      </section>
    ) : (
      take.error && <Trouble error={take.error} />
    ),
  };
}
