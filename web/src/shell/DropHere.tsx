/** Shows that a file in the air would be taken. */
export function DropHere() {
  return (
    <div className="pointer-events-none fixed inset-2 z-50 grid place-items-center rounded-[14px] border-4 border-dashed border-base-content bg-base-100/80">
      <p className="verdict">Drop the file here.</p>
    </div>
  );
}
