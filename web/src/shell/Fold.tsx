import { type ReactNode, useState } from "react";

interface Props {
  title: string;
  /** Whether it begins open; from then on it is as the reader left it. */
  open?: boolean;
  children: ReactNode;
}

/** What is wanted now and then, folded away; not on paper. */
export function Fold({ title, open = false, children }: Props) {
  const [began] = useState(open);
  return (
    <details className="no-print mt-3" open={began}>
      <summary className="min-h-[44px] cursor-pointer py-2 font-semibold">{title}</summary>
      {children}
    </details>
  );
}
