import { useEffect, useState } from "react";

/** True once something has been going on for a while: an answer that comes at once must not make the page flicker. */
export function useSlow(going: boolean, afterMs = 250): boolean {
  const [slow, setSlow] = useState(false);
  useEffect(() => {
    if (!going) {
      setSlow(false);
      return;
    }
    const timer = setTimeout(() => setSlow(true), afterMs);
    return () => clearTimeout(timer);
  }, [going, afterMs]);
  return going && slow;
}
