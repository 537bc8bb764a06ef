import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiError, api, type ListedJob, unwrap } from "../api/client";
import { keys } from "../api/queries";
import { TextField } from "../fields/TextField";
import { Trouble } from "../shell/Trouble";

/** The mechanic has just asked for this field. */
const focus = (field: HTMLInputElement | null) => field?.focus();

/** Another name or vehicle for a job. */
export function RenameForm({ job, onDone }: { job: ListedJob; onDone: () => void }) {
  const client = useQueryClient();
  const [name, setName] = useState(job.name);
  const [vehicle, setVehicle] = useState(job.vehicle);
  const rename = useMutation({
    mutationFn: () => unwrap(api.PATCH("/api/jobs/{id}", { params: { path: { id: job.id } }, body: { name, vehicle } })),
    onSuccess: () => {
      client.invalidateQueries({ queryKey: keys.jobs });
      onDone();
    },
  });
  const refused = rename.error instanceof ApiError ? rename.error : null;
  const [nameError, vehicleError] = [refused?.for("name"), refused?.for("vehicle")];
  return (
    <form
      className="flex w-full flex-wrap items-end gap-3"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        rename.mutate();
      }}
    >
      <TextField
        label="Job name"
        width="w-[14rem]"
        maxLength={80}
        ref={focus}
        value={name}
        error={nameError}
        onChange={setName}
      />
      <TextField label="Vehicle" width="w-[18rem] max-w-full" value={vehicle} error={vehicleError} onChange={setVehicle} />
      <button type="submit" className="btn btn-primary" disabled={rename.isPending}>
        Save name
      </button>
      <button type="button" className="btn btn-ghost" onClick={onDone}>
        Cancel
      </button>
      {rename.error && !nameError && !vehicleError && <Trouble error={rename.error} />}
    </form>
  );
}
