import { timeOfDay } from "../words/times";
import { useLostAt } from "./connection";

/** Says that the program does not answer, and what becomes of the work meanwhile. */
export function Banner() {
  const lostAt = useLostAt();
  return (
    <div role="status" className="no-print">
      {lostAt && (
        <p className="border-b border-rule bg-base-content px-4 py-2 text-base-100 sm:px-7">
          <b>No connection since {timeOfDay(lostAt)}.</b> What you type is kept in this browser. Nothing is calculated or saved
          until the program answers again; this page keeps asking.
        </p>
      )}
    </div>
  );
}
