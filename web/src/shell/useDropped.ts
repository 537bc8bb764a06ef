import { useEffect, useRef } from "react";

/** Takes a file that is dropped anywhere on the page; a browser left to itself would open it and leave the page. */
export function useDropped(onFile: (file: File) => void) {
  const take = useRef(onFile);
  take.current = onFile;
  useEffect(() => {
    const over = (event: DragEvent) => event.preventDefault();
    const drop = (event: DragEvent) => {
      // A place of its own on the page has taken it.
      if (event.defaultPrevented) {
        return;
      }
      event.preventDefault();
      const file = event.dataTransfer?.files[0];
      if (file) {
        take.current(file);
      }
    };
    window.addEventListener("dragover", over);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", over);
      window.removeEventListener("drop", drop);
    };
  }, []);
}
