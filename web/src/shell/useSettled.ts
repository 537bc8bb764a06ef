import { useEffect, useState } from "react";

const restMs = 200;

/** A text as it was when it last rested: what is asked of the program while somebody types. Emptied, it is empty at once. */
export function useSettled(text: string): string {
  const [settled, setSettled] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(text), restMs);
    return () => clearTimeout(timer);
  }, [text]);
  return text === "" ? "" : settled;
}
