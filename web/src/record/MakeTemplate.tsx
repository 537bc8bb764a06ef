import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, unwrap } from "../api/client";
import { useJobContext } from "../job/jobContext";
import { Trouble } from "../shell/Trouble";

/** Makes a template of the job, for the next vehicle of the same kind. */
export function MakeTemplate() {
  const { job } = useJobContext();
  const client = useQueryClient();
  const make = useMutation({
    mutationFn: () => unwrap(api.POST("/api/templates", { body: { jobId: job.id } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["templates"] }),
  });
  return (
    <>
      <button type="button" className="btn btn-outline no-print" disabled={make.isPending} onClick={() => make.mutate()}>
        Make a template
      </button>
      <p role="status" className="no-print w-full empty:hidden">
        {make.data && (
          <>
            Made: a new job can begin from {make.data.name}.{" "}
            <a className="link-quiet" href={`/api/templates/${make.data.id}`} download>
              As a file
            </a>
          </>
        )}
      </p>
      {make.error && <Trouble error={make.error} />}
    </>
  );
}
