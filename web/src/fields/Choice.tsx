import type { ReactNode } from "react";
import { Mark } from "./Mark";

interface Props {
  /** Name of the group. */
  group: string;
  name: string;
  how: string;
  checked: boolean;
  onChoose: () => void;
  /** What it comes to, at the right. */
  children?: ReactNode;
}

/** One of a few ways, with a word on how it works. */
export function Choice({ group, name, how, checked, onChoose, children }: Props) {
  return (
    <label className="flex min-h-[44px] cursor-pointer items-start gap-3 py-1">
      <span className="mt-1 grid">
        <Mark type="radio" name={group} checked={checked} onChange={onChoose} />
      </span>
      <span className="min-w-0 grow">
        <span className={checked ? "font-bold" : "font-medium"}>{name}</span>
        <span className="block text-[0.88rem] text-ink-3">{how}</span>
      </span>
      {children}
    </label>
  );
}
