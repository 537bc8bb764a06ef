import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type RefObject, useState } from "react";
import { useNavigate } from "react-router";
import { ApiError, api, unwrap } from "../api/client";
import { keys } from "../api/queries";
import { TextField } from "../fields/TextField";
import { Trouble } from "../shell/Trouble";

export function NewJobDialog({ ref }: { ref: RefObject<HTMLDialogElement | null> }) {
  const [name, setName] = useState("");
  const [vehicle, setVehicle] = useState("");
  const client = useQueryClient();
  const navigate = useNavigate();
  const create = useMutation({
    mutationFn: () => unwrap(api.POST("/api/jobs", { body: { name, vehicle } })),
    onSuccess: (job) => {
      client.invalidateQueries({ queryKey: keys.jobs });
      navigate(`/jobs/${job.id}/${job.nextAction.slug}`);
    },
  });
  const refused = create.error instanceof ApiError ? create.error : null;
  const nameError = refused?.for("name");
  const vehicleError = refused?.for("vehicle");
  return (
    <dialog ref={ref} className="modal" aria-labelledby="new-job-title">
      <form
        className="modal-box max-w-md border border-rule bg-base-200"
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          create.mutate();
        }}
      >
        <h2 id="new-job-title" className="text-lg font-bold">
          New job
        </h2>
        <div className="mt-4 grid gap-3">
          <TextField
            label="Job name"
            hint="The vehicle's name will do."
            maxLength={80}
            value={name}
            error={nameError}
            onChange={setName}
          />
          <TextField
            label="Vehicle"
            hint="A few words: body, engine, year."
            value={vehicle}
            error={vehicleError}
            onChange={setVehicle}
          />
        </div>
        {create.error && !nameError && !vehicleError && (
          <div className="mt-3">
            <Trouble error={create.error} />
          </div>
        )}
        <div className="mt-5 flex justify-end gap-3">
          <button type="button" className="btn btn-outline" onClick={() => ref.current?.close()}>
            Cancel
          </button>
          <button type="submit" className="btn btn-primary" disabled={create.isPending}>
            Begin
          </button>
        </div>
      </form>
    </dialog>
  );
}
