import type { Stored } from "../../api/client";
import { NumberField } from "../../fields/NumberField";
import { numberOf } from "../../fields/stored";
import { useWidth } from "../../shell/useWidth";
import { said } from "../../words/said";
import type { CompensateResults, Props } from "./types";

type Pulse = NonNullable<CompensateResults["pulse"]>;

/** The arithmetic of dead time, shown on one pulse. */
export function PulsePanel({ compensate }: Props) {
  const { document, setDraft, results } = compensate;
  const { pulse, fuelFactor: factor } = results ?? {};
  const choice = document.pulse ?? {};
  const set = (part: Partial<typeof choice>) => setDraft({ ...document, pulse: { ...choice, ...part } });
  return (
    <section className="panel grid grid-cols-1 content-start gap-3" aria-labelledby="pulse-title">
      <h2 id="pulse-title" className="panel-title">
        Dead time is not multiplied
      </h2>
      <div className="flex flex-wrap gap-x-6 gap-y-3">
        <NumberField
          label="Injector pulse, base map"
          quantity="milliseconds"
          path="pulse.pulseMs"
          placeholder="2.8"
          value={numberOf(choice.pulseMs as Stored)}
          error={compensate.errorFor("pulse.pulseMs")}
          onChange={(value) => set({ pulseMs: value ?? undefined })}
        />
        <NumberField
          label="Dead time"
          quantity="milliseconds"
          path="pulse.deadTimeMs"
          placeholder="0.9"
          value={numberOf(choice.deadTimeMs as Stored)}
          error={compensate.errorFor("pulse.deadTimeMs")}
          onChange={(value) => set({ deadTimeMs: value ?? undefined })}
        />
      </div>
      {pulse && factor ? (
        <>
          <Drawing pulse={pulse} deadMs={numberOf(choice.deadTimeMs as Stored) ?? 0} />
          <p>
            Command <b className="reading">{pulse.newPulseMs.value.toFixed(2)} ms</b>:{" "}
            <span className="reading whitespace-nowrap">
              {pulse.effectiveMs.value.toFixed(2)} × {factor.factor.value.toFixed(3)} = {pulse.newEffectiveMs.value.toFixed(2)}
            </span>{" "}
            {said("compensate", "deadTimeBack")}
          </p>
          <p className="text-ink-2">
            Multiplied as a whole it would be <span className="reading">{pulse.wholePulseMs.value.toFixed(2)} ms</span>,{" "}
            <b className="reading">{Math.abs(pulse.wholePulseErrorPct.value).toFixed(0)} %</b>{" "}
            {pulse.wholePulseErrorPct.value >= 0 ? "rich" : "lean"}. {said("compensate", "stretchedWhole")}
          </p>
        </>
      ) : (
        <p className="text-ink-2">{said("compensate", "fuelFlowsOnlyWhile")}</p>
      )}
    </section>
  );
}

const height = 118;

function Drawing({ pulse, deadMs }: { pulse: Pulse; deadMs: number }) {
  const [frame, width] = useWidth<HTMLDivElement>();
  const longest = Math.max(pulse.wholePulseMs.value, pulse.newPulseMs.value, deadMs + pulse.effectiveMs.value);
  const left = 62;
  const x = (ms: number) => left + ((width - left - 4) * ms) / longest;
  const rows = [
    { name: "base", y: 8, open: pulse.effectiveMs.value },
    { name: "right", y: 46, open: pulse.newEffectiveMs.value },
    { name: "wrong", y: 84, open: pulse.wholePulseMs.value - deadMs },
  ];
  return (
    <div ref={frame}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={said("compensate", "drawnPulse", {
            dead: String(deadMs),
            base: pulse.effectiveMs.value.toFixed(2),
            now: pulse.newEffectiveMs.value.toFixed(2),
          })}
        >
          {rows.map((row) => (
            <g key={row.name}>
              <text x="0" y={row.y + 17} fontSize="13" style={{ fill: "var(--ink-2)" }}>
                {row.name}
              </text>
              <rect
                x={left}
                y={row.y}
                width={Math.max(0, x(deadMs) - left)}
                height="26"
                fill="none"
                strokeDasharray="3 3"
                style={{ stroke: "var(--ink-3)" }}
              />
              <rect
                x={x(deadMs)}
                y={row.y}
                width={Math.max(0, x(deadMs + row.open) - x(deadMs))}
                height="26"
                style={{ fill: "var(--color-base-content)", opacity: row.name === "wrong" ? 0.35 : 0.85 }}
              />
              {row.name === "base" && x(deadMs) - left > 46 && (
                <text
                  x={(left + x(deadMs)) / 2}
                  y={row.y + 17}
                  textAnchor="middle"
                  fontSize="12"
                  style={{ fill: "var(--ink-3)" }}
                >
                  dead
                </text>
              )}
              <text
                x={x(deadMs) + 8}
                y={row.y + 18}
                fontSize="13"
                className="reading"
                style={{ fill: row.name === "wrong" ? "var(--color-base-content)" : "var(--color-base-200)" }}
              >
                {row.open.toFixed(2)} ms open
              </text>
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}
