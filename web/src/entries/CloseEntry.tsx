import type { OpenEntry } from "../api/client";
import { AnswerForm } from "./AnswerForm";

/** Closes what was waited for or was to be looked at, with a word on how it ended. */
export function CloseEntry({ jobId, entry }: { jobId: string; entry: OpenEntry }) {
  const waited = entry.kind === "waiting";
  return (
    <AnswerForm
      jobId={jobId}
      opens={waited ? "Arrived" : "Checked"}
      asks={waited ? "How did it come?" : "What did you see?"}
      sends="Close it"
      entry={(text) => ({ kind: "closing", text, answers: entry.number })}
    />
  );
}
