import { useState } from "react";
import type { Capture } from "../../api/client";
import { NumberField } from "../../fields/NumberField";
import { TextField } from "../../fields/TextField";
import { hazyText } from "../../words/numbers";
import { said } from "../../words/said";
import type { SignalPlan } from "./types";

interface Props {
  jobId: string;
  capture: Capture;
  choice: NonNullable<SignalPlan["capture"]>;
  channelError?: string;
  thresholdError?: string;
  onChange: (part: { channel?: string; thresholdV?: number }) => void;
}

/** What the recording holds, read off. */
export function RecordingPanel({ jobId, capture, choice, channelError, thresholdError, onChange }: Props) {
  const [channel, setChannel] = useState(choice.channel ?? "");
  const rows: readonly (readonly [string, string])[] = [
    ["Frequency", capture.frequencyHz ? hazyText(capture.frequencyHz, " Hz", 3) : "none"],
    ["Low pulse", capture.lowPulseMs ? hazyText(capture.lowPulseMs, " ms", 3) : "none"],
    ["Level changes", capture.edges.toString()],
    ["Spikes left out", capture.glitchesRejected.toString()],
    ["Missing pulses", capture.missingPulses.toString()],
    ["Gaps", capture.dropouts.toString()],
    [
      "Polarity",
      capture.inverted
        ? "inverted"
        : capture.reading.findings.some((f) => f.code === "polarityUndetermined")
          ? "either way fits"
          : "as recorded",
    ],
  ];
  return (
    <section className="panel" aria-labelledby="recording-title">
      <h2 id="recording-title" className="panel-title">
        What the recording holds
      </h2>
      <table className="mt-2 w-full">
        <tbody>
          {rows.map(([name, value]) => (
            <tr key={name} className="border-b border-rule">
              <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                {name}
              </th>
              <td className="reading py-1.5 text-right">{value}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <form
        className="no-print mt-3 flex flex-wrap items-end gap-x-3 gap-y-2"
        onSubmit={(e) => {
          e.preventDefault();
          onChange({ channel: channel.trim() === "" ? undefined : channel.trim() });
        }}
      >
        <TextField
          label="Channel"
          className="min-w-0 grow"
          placeholder={capture.channel}
          value={channel}
          error={channelError}
          onChange={setChannel}
        />
        <button type="submit" className="btn btn-outline">
          Read this one
        </button>
      </form>
      {capture.threshold && (
        <div className="mt-3">
          <NumberField
            label="Volts switched at"
            unit="V"
            placeholder={capture.threshold.thresholdV.toFixed(2)}
            hint={said("signal", "switchedHalfWay", {
              low: capture.threshold.lowV.toFixed(2),
              high: capture.threshold.highV.toFixed(2),
            })}
            value={choice.thresholdV ?? null}
            error={thresholdError}
            onChange={(value) => onChange({ thresholdV: value ?? undefined })}
          />
        </div>
      )}
      <p className="mt-3 text-[0.9rem] break-words text-ink-3">
        From{" "}
        <a className="link-quiet" href={`/api/jobs/${jobId}/files/${choice.sha256}`} download>
          {choice.name}
        </a>
      </p>
    </section>
  );
}
