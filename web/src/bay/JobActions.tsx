import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiError, api, authorHeader, type ListedJob, unwrap } from "../api/client";
import { keys } from "../api/queries";
import { InitialsField } from "../shell/InitialsField";
import { author } from "../shell/settings";
import { Trouble } from "../shell/Trouble";
import { RemoveForm } from "./RemoveForm";
import { RenameForm } from "./RenameForm";

const forms = [
  { name: "copy", label: "Duplicate" },
  { name: "label", label: "Edit details" },
  { name: "removal", label: "Remove" },
] as const;

/** Takes a job out of the bay or puts it back, makes one like it, says better what it is, or removes it. */
export function JobActions({ job }: { job: ListedJob }) {
  const client = useQueryClient();
  const [initials] = author.use();
  const [asking, setAsking] = useState<(typeof forms)[number]["name"] | null>(null);
  const params = { path: { id: job.id } };
  const onSuccess = () => client.invalidateQueries({ queryKey: keys.jobs });
  const move = useMutation({
    mutationFn: () =>
      unwrap(job.archivedAt ? api.POST("/api/jobs/{id}/restore", { params }) : api.POST("/api/jobs/{id}/archive", { params })),
    onSuccess,
  });
  const duplicate = useMutation({
    mutationFn: () =>
      unwrap(
        api.POST("/api/jobs/{id}/duplicate", {
          params: { ...params, header: { "X-Author": authorHeader(initials) } },
          body: {},
        }),
      ),
    onSuccess,
  });
  const error = move.error ?? duplicate.error;
  const refused = duplicate.error instanceof ApiError ? duplicate.error : null;
  const close = () => setAsking(null);
  return (
    // Above the link that covers the row.
    <div className="no-print relative z-10 -my-2.5 flex w-fit flex-wrap gap-1 max-sm:my-0">
      <button
        type="button"
        className="btn btn-ghost btn-sm max-sm:-ml-3"
        aria-label={`${job.archivedAt ? "Restore" : "Archive"}: ${job.name}`}
        disabled={move.isPending}
        onClick={() => move.mutate()}
      >
        {job.archivedAt ? "Restore" : "Archive"}
      </button>
      {!job.removedAt &&
        forms.map((form) => (
          <button
            key={form.name}
            type="button"
            className="btn btn-ghost btn-sm"
            aria-label={`${form.label}: ${job.name}`}
            onClick={() => setAsking(asking === form.name ? null : form.name)}
            aria-expanded={asking === form.name}
          >
            {form.label}
          </button>
        ))}
      {asking === "label" && <RenameForm job={job} onDone={close} />}
      {asking === "removal" && <RemoveForm job={job} onDone={close} />}
      {asking === "copy" && (
        <form
          className="flex w-full flex-wrap items-end gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            duplicate.mutate(undefined, { onSuccess: close });
          }}
        >
          <InitialsField error={refused?.for("X-Author")} />
          <button type="submit" className="btn btn-primary" disabled={duplicate.isPending}>
            Make the copy
          </button>
        </form>
      )}
      {error && !refused?.for("X-Author") && <Trouble error={error} />}
    </div>
  );
}
