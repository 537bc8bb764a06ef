import { FileField } from "../../fields/FileField";
import type { CaptureUpload } from "./useCaptureUpload";

/** The button that takes a capture in, or how far that is. */
export function CaptureButton({ upload, first, quiet = false }: { upload: CaptureUpload; first: boolean; quiet?: boolean }) {
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
      className={`btn ${first && !quiet ? "btn-primary" : "btn-outline"}`}
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
  return <FileField ref={upload.input} label="Capture file" accept=".vcd,.csv,.txt,.tsv" onFile={upload.take} />;
}
