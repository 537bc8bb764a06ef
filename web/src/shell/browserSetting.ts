import { useSyncExternalStore } from "react";

/** A setting of this browser. Survives a reload; where the browser keeps nothing, it lasts as long as the page. */
export function browserSetting<T extends string>(name: string, initial: () => T) {
  const key = `hazy-gauge.${name}`;
  const listeners = new Set<() => void>();
  let current: T;
  try {
    current = (localStorage.getItem(key) as T | null) ?? initial();
  } catch {
    current = initial();
  }
  const set = (value: T) => {
    current = value;
    try {
      localStorage.setItem(key, value);
    } catch {
      // Private windows may refuse to keep anything; the page itself still knows.
    }
    for (const listener of listeners) {
      listener();
    }
  };
  const subscribe = (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  return { get: () => current, set, use: () => [useSyncExternalStore(subscribe, () => current), set] as const };
}
