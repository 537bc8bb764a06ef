import type { ChangeEventHandler } from "react";

interface Props {
  type: "radio" | "checkbox";
  /** Name of the group, of a radio button. */
  name?: string;
  checked: boolean;
  onChange: ChangeEventHandler<HTMLInputElement>;
}

/** A radio button or a box to tick: drawn small, and as large to hit as a gloved finger. */
export function Mark({ type, ...input }: Props) {
  const shape = type === "radio" ? "rounded-full" : "rounded-[5px]";
  return (
    <span className="relative -m-3 grid size-[44px] shrink-0 place-items-center">
      <input {...input} type={type} className="peer absolute inset-0 m-0 size-full cursor-pointer opacity-0" />
      <span
        aria-hidden="true"
        className={`grid size-[20px] place-items-center border border-edge bg-base-300 outline-offset-[3px] outline-base-content peer-checked:border-2
          peer-checked:border-base-content peer-focus-visible:outline-2 peer-checked:[&>span]:bg-base-content ${shape}`}
      >
        <span className={`size-[10px] ${type === "radio" ? "rounded-full" : "rounded-[2px]"}`} />
      </span>
    </span>
  );
}
