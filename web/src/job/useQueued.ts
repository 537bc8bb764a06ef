import { useCallback, useState } from "react";

const keyOf = (id: string) => `hazy-gauge.save-when-back.${id}`;

function isStored(id: string): boolean {
  try {
    return localStorage.getItem(keyOf(id)) !== null;
  } catch {
    return false;
  }
}

/** Whether the drafts of a job are to be saved as soon as the program answers again. Survives a reload, as the drafts do. */
export function useQueued(id: string) {
  const [isQueued, setQueued] = useState(() => isStored(id));
  const queue = useCallback(
    (next: boolean) => {
      setQueued(next);
      try {
        if (next) {
          localStorage.setItem(keyOf(id), "");
        } else {
          localStorage.removeItem(keyOf(id));
        }
      } catch {
        // A browser that keeps nothing still knows as long as the page is open.
      }
    },
    [id],
  );
  return [isQueued, queue] as const;
}
