import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, unwrap } from "../api/client";
import { keys } from "../api/queries";
import { Trouble } from "../shell/Trouble";

const steps = [
  ["Begin a job.", "Give it the vehicle's name. The plate and the customer's reference can come later."],
  ["Survey the vehicle.", "Say what is on it. Where you do not know, say so: the job then says what to find out first."],
  ["Follow the line.", "Each station says what to buy, cut, measure or type in, and how sure that is."],
] as const;

/** What an empty workshop does first. */
export function FirstRun({ onNew }: { onNew: () => void }) {
  return (
    <section className="panel grid gap-4" aria-label="First steps">
      <ol className="grid gap-4 sm:grid-cols-3">
        {steps.map(([what, how], i) => (
          <li key={what} className="flex gap-3">
            <span className="reading text-[1.8rem] leading-8 font-bold" aria-hidden="true">
              {i + 1}
            </span>
            <span>
              <b className="block">{what}</b>
              <span className="text-ink-2">{how}</span>
            </span>
          </li>
        ))}
      </ol>
      <div className="flex flex-wrap items-center gap-3">
        <button type="button" className="btn btn-primary" onClick={onNew}>
          Begin the first job
        </button>
        <DemoJobs />
      </div>
    </section>
  );
}

/** Brings the demo beside one's own jobs, and takes it away again. */
export function DemoJobs() {
  const client = useQueryClient();
  const demo = useQuery({ queryKey: [...keys.jobs, "demo"], queryFn: () => unwrap(api.GET("/api/demo")) });
  const onSuccess = () => client.invalidateQueries({ queryKey: keys.jobs });
  const load = useMutation({ mutationFn: () => unwrap(api.POST("/api/demo")), onSuccess });
  const remove = useMutation({ mutationFn: () => unwrap(api.DELETE("/api/demo")), onSuccess });
  const error = load.error ?? remove.error;
  const isBusy = load.isPending || remove.isPending;
  return (
    <>
      {demo.data && demo.data.here < demo.data.of && (
        <button type="button" className="btn btn-ghost" disabled={isBusy} onClick={() => load.mutate()}>
          {load.isPending ? "Bringing the demo jobs" : "Show the demo jobs"}
        </button>
      )}
      {demo.data && demo.data.here > 0 && (
        <button type="button" className="btn btn-ghost" disabled={isBusy} onClick={() => remove.mutate()}>
          Remove the demo jobs
        </button>
      )}
      {error && <Trouble error={error} />}
    </>
  );
}
