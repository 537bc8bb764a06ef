import { AnswerField } from "../../fields/AnswerField";
import { useCatalogue } from "../../fields/catalogue";
import { MixedNote } from "./MixedNote";
import type { SignalStation } from "./types";

/** What displays, gauges, phones and controllers show. */
export function ShownPanel({ signal }: { signal: SignalStation }) {
  const { document, setDraft, errorFor } = signal;
  const field = useCatalogue("signal");
  const shown = field("shown");
  const isAlone = !document.capture && !document.meter && document.converterV == null;
  return (
    <section className="panel" aria-labelledby="shown-title">
      <h2 id="shown-title" className="panel-title">
        {isAlone ? "What the display shows" : "What displays show beside it"}
      </h2>
      <div className="mt-2">
        {shown.items.length > 0 && (
          <AnswerField
            field={{ ...shown, label: "Key on, read it off; one entry for each display" }}
            value={document.shown}
            errorFor={errorFor}
            onChange={(value) => setDraft({ ...document, shown: value as typeof document.shown })}
          />
        )}
      </div>
      <MixedNote findings={signal.findings} />
    </section>
  );
}
