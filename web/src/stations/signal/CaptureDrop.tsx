import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { type Capture, sendFile } from "../../api/client";
import { Trouble } from "../../shell/Trouble";

interface Props {
  jobId: string;
  hasCapture: boolean;
  onStored: (file: { sha256: string; name: string }) => void;
}

/** Takes a recording in: it is read first, and kept on the job only if it can be read. */
export function CaptureDrop({ jobId, hasCapture, onStored }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const [share, setShare] = useState(0);
  const giveUp = useRef<AbortController | null>(null);
  const client = useQueryClient();
  const take = useMutation({
    mutationFn: async (file: File) => {
      const abort = new AbortController();
      giveUp.current = abort;
      const { signal } = abort;
      setShare(0);
      await sendFile<Capture>("/api/calc/capture", file, {}, { onProgress: (s) => setShare(s / 2), signal });
      return sendFile<{ sha256: string; name: string }>(
        `/api/jobs/${jobId}/files`,
        file,
        {},
        { onProgress: (s) => setShare(0.5 + s / 2), signal },
      );
    },
    onSuccess: (stored) => {
      client.invalidateQueries({ queryKey: ["capture", jobId, stored.sha256] });
      onStored(stored);
    },
  });
  const choose = (files: FileList | null) => {
    const file = files?.[0];
    if (file) {
      take.mutate(file);
    }
  };
  const gaveUp = take.error instanceof DOMException;
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is an extra for the mouse; the button does the same.
    <div
      className={`no-print mt-4 rounded-[10px] border-2 border-dashed ${over ? "border-base-content bg-base-300" : "border-edge"} ${hasCapture ? "px-4 py-2" : "px-5 py-8"}`}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        choose(e.dataTransfer.files);
      }}
    >
      <div className={`flex flex-wrap items-center gap-x-4 gap-y-2 ${hasCapture ? "" : "justify-center text-center"}`}>
        <input
          ref={input}
          type="file"
          accept=".vcd"
          className="sr-only"
          tabIndex={-1}
          aria-label="Capture file"
          onChange={(e) => {
            choose(e.target.files);
            e.target.value = "";
          }}
        />
        {take.isPending ? (
          <>
            <progress className="progress w-40" value={share} max={1} aria-label="Reading the capture" />
            <span role="status">{share < 0.5 ? "Reading the capture" : "Keeping it on the job"}</span>
            <button type="button" className="btn btn-outline btn-sm" onClick={() => giveUp.current?.abort()}>
              Cancel
            </button>
          </>
        ) : (
          <>
            <button
              type="button"
              className={`btn ${hasCapture ? "btn-outline" : "btn-primary"}`}
              onClick={() => input.current?.click()}
            >
              {hasCapture ? "Another capture" : "Choose a capture"}
            </button>
            <span className="text-ink-2">or drop it here: the sensor's square wave as VCD, from any logic analyser</span>
          </>
        )}
      </div>
      {take.error && !gaveUp && (
        <div className="mt-3 text-left">
          <Trouble error={take.error} />
        </div>
      )}
    </div>
  );
}
