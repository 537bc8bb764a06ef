import { useFields } from "../../api/queries";
import { AnswerField, isShort } from "../../fields/AnswerField";
import { valueAt, withValue } from "../../fields/paths";
import { HoldingDrawing } from "./HoldingDrawing";
import type { RouteStation } from "./types";

/** What holds the sensor, what is near it, and what no longer closes. */
export function HoldingPanel({ route }: { route: RouteStation }) {
  const { document, setDraft, errorFor } = route;
  const fields = (useFields("route").data ?? []).filter((f) => f.path.startsWith("holding."));
  return (
    <section className="panel" aria-labelledby="holding-title">
      <h2 id="holding-title" className="panel-title">
        How the sensor is held
      </h2>
      {document.holding && <HoldingDrawing holding={document.holding} />}
      <div className="no-print mt-2 grid gap-x-6 gap-y-4 sm:grid-cols-2 lg:grid-cols-3">
        {fields.map((field) => (
          <div key={field.path} className={isShort(field) ? "" : "sm:col-span-2 lg:col-span-3"}>
            <AnswerField
              field={field}
              value={valueAt(document, field.path)}
              errorFor={errorFor}
              onChange={(value) => setDraft(withValue(document, field.path, value))}
            />
          </div>
        ))}
      </div>
    </section>
  );
}
