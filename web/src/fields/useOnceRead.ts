import { useEffect, useRef, useState } from "react";
import { allRead } from "./pendingTyped";

/** Does something with what is typed once all of it is read: a number with a unit is asked for, and may still be on its way. */
export function useOnceRead(act: () => void): () => void {
  const [due, setDue] = useState(0);
  const latest = useRef(act);
  useEffect(() => {
    latest.current = act;
  });
  useEffect(() => {
    if (due > 0) {
      latest.current();
    }
  }, [due]);
  return () => void allRead().then(() => setDue((count) => count + 1));
}
