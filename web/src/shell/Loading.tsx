/** Stands where something is still being fetched. */
export function Loading({ what }: { what: string }) {
  return (
    <p role="status" className="lead flex items-center gap-3 py-8">
      <span className="loading loading-bars loading-sm" aria-hidden="true" /> {what}
    </p>
  );
}
