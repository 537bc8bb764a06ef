import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiError, api, type ListedJob, unwrap } from "../api/client";
import { keys } from "../api/queries";
import { focusIt } from "../shell/focusIt";
import { Trouble } from "../shell/Trouble";
import { besideFields, JobLabelFields } from "./JobLabelFields";

/** Another name, vehicle, plate or reference for a job. */
export function RenameForm({ job, onDone }: { job: ListedJob; onDone: () => void }) {
  const client = useQueryClient();
  const [label, setLabel] = useState({ name: job.name, vehicle: job.vehicle, plate: job.plate, reference: job.reference });
  const rename = useMutation({
    mutationFn: () => unwrap(api.PATCH("/api/jobs/{id}", { params: { path: { id: job.id } }, body: label })),
    onSuccess: () => {
      client.invalidateQueries({ queryKey: keys.jobs });
      onDone();
    },
  });
  const refused = rename.error instanceof ApiError ? rename.error : null;
  const trouble = refused ? besideFields(refused) : rename.error;
  return (
    <form
      className="grid w-full gap-3"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        rename.mutate();
      }}
    >
      <JobLabelFields ref={focusIt} label={label} onChange={setLabel} refused={refused} />
      <div className="flex gap-3">
        <button type="submit" className="btn btn-primary" disabled={rename.isPending}>
          Save details
        </button>
        <button type="button" className="btn btn-ghost" onClick={onDone}>
          Cancel
        </button>
      </div>
      {trouble && <Trouble error={trouble} />}
    </form>
  );
}
