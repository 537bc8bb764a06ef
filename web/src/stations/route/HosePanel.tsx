import { useState } from "react";
import { AnswerField } from "../../fields/AnswerField";
import { useCatalogue } from "../../fields/catalogue";
import { NumberField } from "../../fields/NumberField";
import { valueAt, withValue } from "../../fields/paths";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { HoseDrawing } from "./HoseDrawing";
import { lengthText } from "./lengths";
import type { RouteStation } from "./types";

const measured = ["tankSide.gapMm", "engineSide.gapMm", "tankSide.roomMm", "engineSide.roomMm", "pushedOverMm"] as const;

/** What is measured with the sensor held in its place, and the pieces of hose at hand. */
export function HoseMeasures({ route }: { route: RouteStation }) {
  const { document, setDraft, errorFor } = route;
  const field = useCatalogue("route");
  return (
    <section className="panel no-print" aria-labelledby="measure-title">
      <h2 id="measure-title" className="panel-title">
        Measured with the sensor held in its place
      </h2>
      <div className="mt-2 grid gap-x-6 gap-y-4 sm:grid-cols-2 md:grid-cols-1 lg:grid-cols-2">
        {measured.map((path) => (
          <AnswerField
            key={path}
            field={{ ...field(path), hint: field(path).howTo }}
            value={valueAt(document, path)}
            errorFor={errorFor}
            onChange={(value) => setDraft(withValue(document, path, value))}
          />
        ))}
      </div>
      <Pieces route={route} />
    </section>
  );
}

function Pieces({ route }: { route: RouteStation }) {
  const { document, setDraft, errorFor } = route;
  const units = useUnits();
  const [next, setNext] = useState<number | null>(null);
  const pieces = document.stockMm ?? [];
  const keep = (list: readonly number[]) => setDraft({ ...document, stockMm: list.length > 0 ? [...list] : undefined });
  return (
    <form
      className="mt-4 border-t border-rule pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (next !== null && next > 0) {
          keep([...pieces, next]);
          setNext(null);
        }
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <NumberField
          label="Piece of hose at hand"
          hint={said("route", "ifNoneNamedThose")}
          quantity="millimetre"
          value={next}
          error={errorFor("stockMm")}
          onChange={setNext}
        />
        <button type="submit" className="btn btn-outline" disabled={next === null}>
          Add the piece
        </button>
      </div>
      {pieces.length > 0 && (
        <ul className="mt-2 flex flex-wrap gap-2">
          {pieces.map((mm, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: two pieces may be as long.
            <li key={i} className="flex items-center gap-2 rounded-[8px] border border-edge pl-3">
              <span className="reading">{lengthText(mm, units)}</span>
              <button
                type="button"
                className="btn btn-ghost px-3"
                aria-label={`Remove the piece of ${lengthText(mm, units)}`}
                onClick={() => keep(pieces.filter((_, at) => at !== i))}
              >
                Remove
              </button>
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}

/** The hoses as they are cut, with their dimensions, and from which pieces. */
export function HosePanel({ route }: { route: RouteStation }) {
  const units = useUnits();
  const plan = route.lastResults?.hoses;
  const hasHose = (route.lastResults?.strip ?? []).some((p) => p.kind === "hose");
  return (
    <section className="panel print:break-before-page" aria-labelledby="hoses-title">
      <h2 id="hoses-title" className="panel-title">
        Hose to cut
      </h2>
      {!plan?.hoses.length && (
        <p className="mt-2 text-ink-2">{hasHose ? said("route", "measureBothSidesSensor") : said("route", "thereNoHoseChain")}</p>
      )}
      <ol className="divide-y divide-rule">
        {plan?.hoses.map((hose) => (
          <li key={hose.part} className="py-3">
            <p>
              <b className="reading text-[1.2rem]">{lengthText(hose.cutMm, units)}</b> part {hose.part}, {hose.name}
            </p>
            <HoseDrawing hose={hose} clampFromMm={plan.clampFromMm} clampToMm={plan.clampToMm} />
            {hose.why && <p className="mt-1 text-[0.93rem] text-ink-2">{units.say(hose.why)}</p>}
          </li>
        ))}
      </ol>
      {plan && plan.hoses.length > 0 && <p className="mt-2 border-t border-rule pt-3 text-[0.95rem]">{units.say(plan.howTo)}</p>}
      {plan?.cutting.map(({ name, cuts, spare }) => (
        <div key={name} className="mt-3 border-t border-rule pt-3">
          <p className="label-text">How to cut {name}</p>
          {cuts.feasible ? (
            <ul className="mt-1">
              {cuts.plan.map((piece, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: two pieces may be cut alike.
                <li key={i}>
                  From <span className="reading">{lengthText(piece.stockMm, units)}</span>:{" "}
                  <span className="reading font-bold">{piece.cutsMm.map((mm) => lengthText(mm, units)).join(" + ")}</span>, left
                  over <span className="reading">{lengthText(piece.leftMm, units)}</span>
                </li>
              ))}
              {spare && <li className="mt-1 text-ink-2">{units.say(spare)}</li>}
            </ul>
          ) : (
            <p className="mt-1">{units.say(cuts.reason)}</p>
          )}
        </div>
      ))}
    </section>
  );
}
