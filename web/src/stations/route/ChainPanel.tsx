import { useState } from "react";
import { said } from "../../words/said";
import { useUnits } from "../../words/useUnits";
import { inserted, moved, removed, replaced } from "./chain";
import { LineEnd, PartGlyph } from "./PartGlyph";
import { PartSelect } from "./PartSelect";
import type { RouteStation } from "./types";

/** The chain, part by part, as it lies on the bench: each joint has the number it has on the leak list. */
export function ChainPanel({ route }: { route: RouteStation }) {
  const { document, setDraft, lastResults } = route;
  const units = useUnits();
  const chain = document.chain ?? [];
  const [at, setAt] = useState<number | null>(null);
  const [dragged, setDragged] = useState<number | null>(null);
  const strip = lastResults?.strip ?? [];
  const { from, to } = lastResults ?? {};
  // While a change is on its way the drawing is that of before.
  const isDrawn = from && to && strip.length === chain.length && strip.every((p, i) => p.code === chain[i]?.code);
  const faulty = new Set((lastResults?.check?.findings ?? []).filter((f) => f.severity === "stop").map((f) => f.joint));
  const selected = at !== null && at < chain.length ? at : null;
  const open = (place: number) => (place === 0 ? from : strip[place - 1]?.out)?.code;
  const move = (to: number) => {
    if (selected !== null && to >= 0 && to < chain.length) {
      setDraft(moved(document, selected, to));
      setAt(to);
    }
  };
  return (
    <figure className="panel mt-4" aria-labelledby="chain-title">
      <figcaption id="chain-title" className="panel-title">
        From the tank to the engine, joint by joint
      </figcaption>
      {isDrawn && (
        <ol className="relative mt-3 flex flex-wrap items-start gap-y-4" aria-label="The parts in order">
          <li className="flex shrink-0">
            <LineEnd port={from} isTank />
            <JointMark number={1} isFaulty={faulty.has(1)} />
          </li>
          {strip.map((part, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a part is what lies at its place.
            <li key={i} className="flex shrink-0">
              <button
                type="button"
                draggable
                aria-pressed={selected === i}
                aria-label={`Part ${i + 1}: ${part.name}`}
                className={`grid w-min justify-items-center rounded-[8px] p-1 text-[0.85rem] leading-tight
                  ${selected === i ? "outline-2 outline-base-content" : ""} ${dragged === i ? "opacity-50" : ""}`}
                onClick={() => setAt(selected === i ? null : i)}
                onKeyDown={(e) => {
                  if (e.altKey && (e.key === "ArrowLeft" || e.key === "ArrowRight")) {
                    e.preventDefault();
                    const next = i + (e.key === "ArrowLeft" ? -1 : 1);
                    if (next >= 0 && next < chain.length) {
                      setDraft(moved(document, i, next));
                      setAt(next);
                    }
                  } else if (e.key === "Delete") {
                    setDraft(removed(document, i));
                    setAt(null);
                  }
                }}
                onDragStart={() => setDragged(i)}
                onDragEnd={() => setDragged(null)}
                onDragOver={(e) => dragged !== null && e.preventDefault()}
                onDrop={(e) => {
                  e.preventDefault();
                  if (dragged !== null && dragged !== i) {
                    setDraft(moved(document, dragged, i));
                    setAt(i);
                  }
                  setDragged(null);
                }}
              >
                <PartGlyph part={part} />
                <span className="text-ink-2">{part.name}</span>
                {part.kind === "hose" && route.results?.hoseMm != null && (
                  <span className="reading mt-1">{units.plain(part.lengthMm, "millimetre", units.current === "us" ? 1 : 0)}</span>
                )}
              </button>
              <JointMark number={i + 2} isFaulty={faulty.has(i + 2)} />
            </li>
          ))}
          <li className="flex shrink-0">
            <LineEnd port={to} isTank={false} />
          </li>
        </ol>
      )}
      <div className="no-print mt-3 border-t border-rule pt-3">
        {selected === null ? (
          <p className="text-[0.9rem] text-ink-3">{said("route", "choosePartMoveSwap")}</p>
        ) : (
          <div className="flex flex-wrap items-end gap-3">
            <p className="w-full font-bold">
              Part {selected + 1}: {chain[selected]?.name}
            </p>
            <button type="button" className="btn btn-outline" disabled={selected === 0} onClick={() => move(selected - 1)}>
              Move left
            </button>
            <button
              type="button"
              className="btn btn-outline"
              disabled={selected === chain.length - 1}
              onClick={() => move(selected + 1)}
            >
              Move right
            </button>
            <button
              type="button"
              className="btn btn-outline"
              onClick={() => {
                setDraft(removed(document, selected));
                setAt(null);
              }}
            >
              Remove
            </button>
            <PartSelect
              label="Swap for"
              open={open(selected)}
              onChoose={(part) => setDraft(replaced(document, selected, part))}
            />
            <PartSelect
              label="Put in before it"
              open={open(selected)}
              onChoose={(part) => setDraft(inserted(document, selected, part))}
            />
          </div>
        )}
        <div className="mt-3">
          <PartSelect
            label="Add at the end"
            open={open(chain.length)}
            onChoose={(part) => setDraft(inserted(document, chain.length, part))}
          />
        </div>
      </div>
    </figure>
  );
}

function JointMark({ number, isFaulty }: { number: number; isFaulty: boolean }) {
  return (
    <span
      className={`reading mt-[40px] inline-grid h-6 min-w-6 place-items-center rounded-full border text-[0.8rem]
        ${isFaulty ? "border-2 border-stop font-bold text-stop" : "border-edge"}`}
    >
      <span className="sr-only">{isFaulty ? "Joint that does not fit, " : "Joint "}</span>
      {number}
    </span>
  );
}
