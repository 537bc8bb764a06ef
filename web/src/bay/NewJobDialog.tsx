import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type RefObject, useState } from "react";
import { useNavigate } from "react-router";
import { ApiError, api, unwrap } from "../api/client";
import { keys } from "../api/queries";
import { Trouble } from "../shell/Trouble";
import { besideFields, emptyLabel, JobLabelFields } from "./JobLabelFields";
import { TemplateField } from "./TemplateField";

export function NewJobDialog({ ref }: { ref: RefObject<HTMLDialogElement | null> }) {
  const [label, setLabel] = useState(emptyLabel);
  const [templateId, setTemplateId] = useState<string>();
  const client = useQueryClient();
  const navigate = useNavigate();
  const create = useMutation({
    mutationFn: () => unwrap(api.POST("/api/jobs", { body: { ...label, templateId } })),
    onSuccess: (job) => {
      client.invalidateQueries({ queryKey: keys.jobs });
      navigate(`/jobs/${job.id}/${job.nextAction.slug}`);
    },
  });
  const refused = create.error instanceof ApiError ? create.error : null;
  const trouble = refused ? besideFields(refused) : create.error;
  return (
    <dialog ref={ref} className="modal" aria-labelledby="new-job-title">
      <form
        className="modal-box max-w-2xl border border-rule bg-base-200"
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          create.mutate();
        }}
      >
        <h2 id="new-job-title" className="text-lg font-bold">
          New job
        </h2>
        <div className="mt-4">
          <JobLabelFields label={label} onChange={setLabel} refused={refused} />
        </div>
        <div className="mt-4">
          <TemplateField value={templateId} onChange={setTemplateId} error={refused?.for("templateId")} />
        </div>
        {trouble && (
          <div className="mt-3">
            <Trouble error={trouble} />
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
