import type { ReactNode } from "react";
import { ApiError } from "../api/client";
import type { Units } from "../words/units";
import { units } from "./settings";

/** What went wrong, in words, with a way on. */
export function Trouble({ error, onRetry, children }: { error: unknown; onRetry?: () => void; children?: ReactNode }) {
  const [system] = units.use();
  return (
    <div role="alert" className="hatched">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2 px-4 py-3">
        <p className="min-w-0 grow">
          <b className="text-stop">{titleOf(error)}</b> {textOf(error, system)}
        </p>
        {children}
        {onRetry && (
          <button type="button" className="btn btn-outline" onClick={onRetry}>
            Try again
          </button>
        )}
      </div>
    </div>
  );
}

function titleOf(error: unknown): string {
  if (!(error instanceof ApiError)) {
    return "No connection.";
  }
  return error.status === 412 ? "Not saved." : error.status === 404 ? "Not found." : "That did not work.";
}

function textOf(error: unknown, system: Units): string {
  if (!(error instanceof ApiError)) {
    return "The program does not answer. What you entered is kept in this browser.";
  }
  return Object.keys(error.sentences).length > 0 ? error.texts(system).join(" ") : error.message;
}
