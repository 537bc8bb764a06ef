import { useMutation } from "@tanstack/react-query";
import { useRef } from "react";
import { sendFile } from "../../api/client";
import { FileField } from "../../fields/FileField";
import { useJobContext } from "../../job/jobContext";
import { Trouble } from "../../shell/Trouble";
import { useMedia } from "../../shell/useMedia";
import type { SurveyDocument } from "./types";

interface Props {
  field: string;
  /** What the answer is, for the names of button and pictures. */
  ask: string;
  survey: SurveyDocument;
  onChange: (survey: SurveyDocument) => void;
}

/** Photos of the plate or joint an answer was read off. */
export function Photos({ field, ask, survey, onChange }: Props) {
  const { job } = useJobContext();
  const input = useRef<HTMLInputElement>(null);
  const isInHand = useMedia("(pointer: coarse)");
  const photos = survey.photos ?? [];
  const mine = photos.filter((p) => p.field === field);
  const add = useMutation({
    mutationFn: (photo: File) => sendFile<{ sha256: string }>(`/api/jobs/${job.id}/files`, photo, { kind: "photo" }),
    onSuccess: ({ sha256 }) => {
      if (!mine.some((p) => p.sha256 === sha256)) {
        onChange({ ...survey, photos: [...photos, { field, sha256 }] });
      }
    },
  });
  return (
    <div className="flex flex-wrap items-center gap-3">
      {mine.map(({ sha256 }, i) => (
        <figure key={sha256} className="grid justify-items-center">
          <a href={`/api/jobs/${job.id}/files/${sha256}`} target="_blank" rel="noreferrer">
            <img
              src={`/api/jobs/${job.id}/files/${sha256}`}
              alt={`${ask}, seen ${i + 1}`}
              className="h-[72px] rounded-[6px] border border-rule object-cover"
            />
          </a>
          <button
            type="button"
            className="link-quiet no-print min-h-[44px] text-[0.85rem]"
            aria-label={`Remove photo ${i + 1} of ${ask}`}
            onClick={() => onChange({ ...survey, photos: photos.filter((p) => p.field !== field || p.sha256 !== sha256) })}
          >
            Remove
          </button>
        </figure>
      ))}
      {/* Under the hood a photo is taken, not looked for. */}
      <FileField
        ref={input}
        label={`Photo of ${ask}`}
        accept="image/jpeg,image/png,image/webp"
        capture={isInHand ? "environment" : undefined}
        onFile={add.mutate}
      />
      <button
        type="button"
        className="btn btn-outline no-print"
        aria-label={`Add a photo of ${ask}`}
        disabled={add.isPending}
        onClick={() => input.current?.click()}
      >
        {add.isPending ? "Adding it" : isInHand ? "Take a photo" : "Add a photo"}
      </button>
      {add.error && (
        <div className="w-full">
          <Trouble error={add.error} />
        </div>
      )}
    </div>
  );
}
