import type { Reading } from "../../api/client";
import { useCatalogue, usualText } from "../../fields/catalogue";
import { NumberField } from "../../fields/NumberField";
import { BudgetPanel } from "../../haze/BudgetPanel";
import { useUnits } from "../../words/useUnits";
import type { SignalStation } from "./types";

/** Where the doubt of the reading comes from, and how good the sensor is. */
export function HazePanel({ reading, signal }: { reading: Reading; signal: SignalStation }) {
  const units = useUnits();
  const field = useCatalogue("signal")("toleranceEthanolPct");
  const { document, setDraft } = signal;
  return (
    <BudgetPanel
      title="What makes this uncertain"
      budget={reading.budget ?? []}
      now={reading.ethanolPct?.plusMinus ?? null}
      text={(half) => half.toFixed(half < 0.95 ? 1 : 0)}
    >
      <div className="mt-4 border-t border-rule pt-3">
        <NumberField
          label={field.label}
          unit="± % ethanol"
          path="toleranceEthanolPct"
          isHalfWidth
          placeholder={usualText(field, units).replace(" %", "")}
          value={document.toleranceEthanolPct ?? null}
          error={signal.errorFor("toleranceEthanolPct")}
          onChange={(value) => setDraft({ ...document, toleranceEthanolPct: value ?? undefined })}
        />
      </div>
    </BudgetPanel>
  );
}
