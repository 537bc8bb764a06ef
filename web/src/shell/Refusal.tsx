import { ApiError } from "../api/client";
import { units } from "./settings";
import { Trouble } from "./Trouble";

/** Why a draft was not judged: every sentence the program has against it, or that the program could not be asked. */
export function Refusal({ error, onRetry }: { error: unknown; onRetry: () => void }) {
  const [system] = units.use();
  if (!error) {
    return null;
  }
  if (!(error instanceof ApiError)) {
    return (
      <div className="mt-4">
        <Trouble error={error} onRetry={onRetry} />
      </div>
    );
  }
  const texts = error.texts(system);
  return (
    <div role="alert" className="hatched mt-4">
      <div className="px-4 py-3">
        {(texts.length > 0 ? texts : [error.message]).map((text) => (
          <p key={text}>
            <b className="text-stop">Does not fit.</b> {text}
          </p>
        ))}
      </div>
    </div>
  );
}
