import { useEffect, useState } from "react";
import { letGo } from "./press";

/** True once something has been going on for a while: an answer that comes at once must not make the page flicker. */
export function useSlow(going: boolean, afterMs = 250): boolean {
  const [slow, setSlow] = useState(false);
  useEffect(() => {
    if (!going) {
      setSlow(false);
      return;
    }
    let isOver = false;
    const timer = setTimeout(() => letGo().then(() => isOver || setSlow(true)), afterMs);
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [going, afterMs]);
  return going && slow;
}
