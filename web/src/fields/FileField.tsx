import type { Ref } from "react";

interface Props {
  label: string;
  /** Kinds of files, as the browser's dialog knows them; any where left out. */
  accept?: string;
  /** Opens the camera at once. */
  capture?: "environment";
  onFile: (file: File) => void;
  /** A button of the page opens it. */
  ref: Ref<HTMLInputElement>;
}

/** The field behind a button that chooses a file. The same file can be chosen twice: it may have been written anew. */
export function FileField({ label, onFile, ...input }: Props) {
  return (
    <input
      {...input}
      type="file"
      className="hidden"
      aria-label={label}
      onChange={(e) => {
        const file = e.target.files?.[0];
        if (file) {
          onFile(file);
        }
        e.target.value = "";
      }}
    />
  );
}
