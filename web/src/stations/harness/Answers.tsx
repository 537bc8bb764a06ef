import { useFields } from "../../api/queries";
import { AnswerField, isShort } from "../../fields/AnswerField";
import { valueAt, withValue } from "../../fields/paths";
import { type Thing, ThingList } from "../../fields/ThingList";
import type { HarnessStation } from "./types";

interface Props {
  harness: HarnessStation;
  /** What is asked, by path, in this order. */
  paths: readonly string[];
  /** How many stand beside each other where there is room. */
  columns?: string;
}

/** Some of what Harness asks for, where the page wants it. */
export function Answers({ harness, paths, columns = "sm:grid-cols-2" }: Props) {
  const { document, setDraft, errorFor } = harness;
  const fields = useFields("harness").data ?? [];
  return (
    <div className={`no-print mt-3 grid grid-cols-1 items-start gap-x-6 gap-y-4 ${columns}`}>
      {paths
        .map((path) => fields.find((f) => f.path === path))
        .filter((field) => field !== undefined)
        .map((field) => (
          <div key={field.path} className={isShort(field) ? "min-w-0" : "col-span-full min-w-0"}>
            {field.answer === "list" ? (
              // The panel's title says what is listed.
              <ThingList
                field={field}
                things={(valueAt(document, field.path) as Thing[] | undefined) ?? []}
                errorFor={errorFor}
                onChange={(things) => setDraft(withValue(document, field.path, things))}
              />
            ) : (
              <AnswerField
                field={{ ...field, hint: [field.hint, field.howTo].filter(Boolean).join(" ") || null }}
                value={valueAt(document, field.path)}
                errorFor={errorFor}
                onChange={(value) => setDraft(withValue(document, field.path, value))}
              />
            )}
          </div>
        ))}
    </div>
  );
}
