import type { Stored } from "../../api/client";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import type { Props } from "./types";

/** Which fuel may be driven while the sensor is in and the file is not. */
export function MeanwhilePanel({ compensate }: Props) {
  const { document, setDraft, results } = compensate;
  const units = useUnits();
  const trims = document.trims ?? {};
  const set = (part: Partial<typeof trims>) => setDraft({ ...document, trims: { ...trims, ...part } });
  const band = results?.meanwhile;
  return (
    <section className="panel grid grid-cols-1 content-start gap-3" aria-labelledby="meanwhile-title">
      <h2 id="meanwhile-title" className="panel-title">
        Until the file is in
      </h2>
      {band ? (
        <>
          <p className="text-[1.1rem] font-bold">{units.say(band.fill)}</p>
          <p className="text-ink-2">{units.say(band.because)}</p>
        </>
      ) : (
        <p className="text-ink-2">{said("compensate", "untilFileIn")}</p>
      )}
      <div className="flex flex-wrap gap-x-6 gap-y-3">
        <NumberField
          label="Most that trims add or take out"
          quantity="percent"
          path="trims.trimLimitPct"
          placeholder="25"
          value={numberOf(trims.trimLimitPct as Stored)}
          error={compensate.errorFor("trims.trimLimitPct")}
          onChange={(value) => set({ trimLimitPct: value ?? undefined })}
        />
        <NumberField
          label="What they add already on the base blend"
          quantity="percent"
          path="trims.learnedTrimPct"
          placeholder="0"
          value={numberOf(trims.learnedTrimPct as Stored)}
          error={compensate.errorFor("trims.learnedTrimPct")}
          onChange={(value) => set({ learnedTrimPct: value ?? undefined })}
        />
      </div>
    </section>
  );
}
