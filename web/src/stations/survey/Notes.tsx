import { Labelled } from "../../fields/Labelled";

interface Props {
  notes: string | null | undefined;
  error: string | undefined;
  onChange: (notes: string | undefined) => void;
}

/** Whatever else was seen on the walk: emissions, approval, rust, what was done before. */
export function Notes({ notes, error, onChange }: Props) {
  return (
    <section className="panel">
      <Labelled label={<span className="panel-title">Other notes</span>} error={error}>
        {(labels) => (
          <textarea
            {...labels}
            className="field mt-1 w-full py-2"
            rows={3}
            maxLength={2000}
            placeholder="approval, emissions, rust, earlier work"
            value={notes ?? ""}
            onChange={(e) => onChange(e.target.value || undefined)}
          />
        )}
      </Labelled>
    </section>
  );
}
