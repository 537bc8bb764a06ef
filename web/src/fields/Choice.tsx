import type { ReactNode } from "react";

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
      <input type="radio" name={group} className="radio radio-sm mt-1 border-edge" checked={checked} onChange={onChoose} />
      <span className="min-w-0 grow">
        <span className={checked ? "font-bold" : "font-medium"}>{name}</span>
        <span className="block text-[0.88rem] text-ink-3">{how}</span>
      </span>
      {children}
    </label>
  );
}
