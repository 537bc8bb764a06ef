import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, type ListedJob, unwrap } from "../api/client";
import { keys } from "../api/queries";
import { TextField } from "../fields/TextField";
import { focusIt } from "../shell/focusIt";
import { Trouble } from "../shell/Trouble";

/** Removes a job once its name was typed: nobody does that by a slip. */
export function RemoveForm({ job, onDone }: { job: ListedJob; onDone: () => void }) {
  const client = useQueryClient();
  const [typed, setTyped] = useState("");
  const remove = useMutation({
    mutationFn: () => unwrap(api.DELETE("/api/jobs/{id}", { params: { path: { id: job.id } } })),
    onSuccess: () => {
      client.invalidateQueries({ queryKey: keys.jobs });
      onDone();
    },
  });
  const isMeant = typed.trim().toLowerCase() === job.name.toLowerCase();
  return (
    <form
      className="grid w-full gap-3"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        if (isMeant) {
          remove.mutate();
        }
      }}
    >
      <p className="max-w-[40rem] text-ink-2">
        Removes the job with its record and its files. You can restore it for 30 days, under Removed. Then it is deleted for good.
      </p>
      <TextField
        ref={focusIt}
        label={`Type ${job.name} to remove it`}
        width="w-[18rem] max-w-full"
        value={typed}
        onChange={setTyped}
      />
      <div className="flex gap-3">
        <button type="submit" className="btn btn-primary" disabled={!isMeant || remove.isPending}>
          Remove job
        </button>
        <button type="button" className="btn btn-ghost" onClick={onDone}>
          Cancel
        </button>
      </div>
      {remove.error && <Trouble error={remove.error} />}
    </form>
  );
}
