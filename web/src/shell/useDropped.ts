import { useEffect, useRef, useState } from "react";

/**
 * Takes a file that is dropped anywhere on the page; a browser left to itself would open it and leave the page.
 * True while a file is in the air.
 */
export function useDropped(onFile: (file: File) => void): boolean {
  const [isOver, setOver] = useState(false);
  const take = useRef(onFile);
  take.current = onFile;
  useEffect(() => {
    const over = (event: DragEvent) => {
      if (event.dataTransfer?.types.includes("Files")) {
        event.preventDefault();
        setOver(true);
      }
    };
    const leave = (event: DragEvent) => event.relatedTarget === null && setOver(false);
    const drop = (event: DragEvent) => {
      const file = event.dataTransfer?.files[0];
      setOver(false);
      if (file) {
        event.preventDefault();
        take.current(file);
      }
    };
    window.addEventListener("dragover", over);
    window.addEventListener("dragleave", leave);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", over);
      window.removeEventListener("dragleave", leave);
      window.removeEventListener("drop", drop);
    };
  }, []);
  return isOver;
}
