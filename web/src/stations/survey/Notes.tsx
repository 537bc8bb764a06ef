import { useId } from "react";

interface Props {
  notes: string | null | undefined;
  error: string | undefined;
  onChange: (notes: string | undefined) => void;
}

/** Whatever else was seen on the walk: emissions, approval, rust, what was done before. */
export function Notes({ notes, error, onChange }: Props) {
  const id = useId();
  return (
    <section className="panel">
      <label htmlFor={id} className="panel-title">
        Whatever else was seen
      </label>
      <textarea
        id={id}
        className="field mt-2 w-full py-2"
        rows={3}
        maxLength={2000}
        placeholder="approval, emissions, rust, earlier work"
        value={notes ?? ""}
        aria-invalid={Boolean(error)}
        onChange={(e) => onChange(e.target.value || undefined)}
      />
      {error && <p className="text-[0.9rem] text-stop">{error}</p>}
    </section>
  );
}
