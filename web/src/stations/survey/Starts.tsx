import { useId, useState } from "react";
import { Profiles } from "./Profiles";
import { Shelf } from "./Shelf";
import type { SurveyDocument } from "./types";

interface Props {
  survey: SurveyDocument;
  onChange: (survey: SurveyDocument) => void;
  /** Open while nothing is saved: later it is seldom wanted. */
  isNew: boolean;
}

/** What a survey can begin from: what is typical of a kind of vehicle, and data sheets. */
export function Starts({ survey, onChange, isNew }: Props) {
  const id = useId();
  const [chosen, setOpen] = useState<boolean | null>(null);
  const open = chosen ?? isNew;
  return (
    <section className="panel no-print" aria-labelledby={`${id}-title`}>
      <div className="flex items-center justify-between gap-3">
        <h2 id={`${id}-title`} className="panel-title">
          Start from a profile or data sheet
        </h2>
        <button type="button" className="btn btn-ghost" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Fold" : "Unfold"}
        </button>
      </div>
      {open && (
        <div className="mt-2">
          <Profiles survey={survey} onChange={onChange} />
          <Shelf survey={survey} onChange={onChange} />
        </div>
      )}
    </section>
  );
}
