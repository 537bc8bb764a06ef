import { useEffect, useRef, useState } from "react";
import type { CaptureUpload } from "./useCaptureUpload";

/** The button that takes a capture in, or how far that is. */
export function CaptureButton({ upload, first }: { upload: CaptureUpload; first: boolean }) {
  if (upload.pending) {
    return (
      <span className="inline-flex flex-wrap items-center gap-3">
        <progress className="progress w-32" value={upload.share} max={1} aria-label="Reading the capture" />
        <span role="status">{upload.share < 0.5 ? "Reading the capture" : "Keeping it on the job"}</span>
        <button type="button" className="btn btn-outline" onClick={upload.giveUp}>
          Cancel
        </button>
      </span>
    );
  }
  return (
    <button
      type="button"
      className={`btn ${first ? "btn-primary" : "btn-outline"}`}
      onClick={() => upload.input.current?.click()}
    >
      {first ? "Choose a capture" : "Another capture"}
    </button>
  );
}

/**
 * The field behind the buttons. It stands apart from them and stays while they come and go: the system's file dialog may be
 * open for minutes, and what is chosen in it must not be lost.
 */
export function CaptureField({ upload }: { upload: CaptureUpload }) {
  return (
    <input
      ref={upload.input}
      type="file"
      accept=".vcd,.csv,.txt,.tsv"
      className="sr-only"
      tabIndex={-1}
      aria-label="Capture file"
      onChange={(e) => {
        upload.take(e.target.files);
        e.target.value = "";
      }}
    />
  );
}

/** Takes a file dropped anywhere on the page, and shows that it would. */
export function DropAnywhere({ upload }: { upload: CaptureUpload }) {
  const [over, setOver] = useState(false);
  const take = useRef(upload.take);
  take.current = upload.take;
  useEffect(() => {
    const onOver = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes("Files")) {
        event.preventDefault();
        setOver(true);
      }
    };
    const onLeave = (event: DragEvent) => event.relatedTarget === null && setOver(false);
    const onDrop = (event: DragEvent) => {
      event.preventDefault();
      setOver(false);
      take.current(event.dataTransfer?.files);
    };
    window.addEventListener("dragover", onOver);
    window.addEventListener("dragleave", onLeave);
    window.addEventListener("drop", onDrop);
    return () => {
      window.removeEventListener("dragover", onOver);
      window.removeEventListener("dragleave", onLeave);
      window.removeEventListener("drop", onDrop);
    };
  }, []);
  return over ? (
    <div className="pointer-events-none fixed inset-2 z-50 grid place-items-center rounded-[14px] border-4 border-dashed border-base-content bg-base-100/80">
      <p className="verdict">Drop the capture here.</p>
    </div>
  ) : null;
}
