import { useMutation } from "@tanstack/react-query";
import { type ReactNode, useMemo, useState } from "react";
import { useNavigate } from "react-router";
import { Trouble } from "../shell/Trouble";
import { useDropped } from "../shell/useDropped";
import { DroppedFile } from "./DroppedFile";
import { inputsOf } from "./documents";
import { unknownTag } from "./drafts";
import { fileKind } from "./fileKind";
import type { JobContextValue } from "./jobContext";
import { savedNow } from "./savedNow";

interface Photo {
  field: string;
  sha256: string;
}

interface Dropped {
  /** True while a file is in the air. */
  isOver: boolean;
  /** Where does it belong? */
  question: ReactNode;
  handed: JobContextValue["handed"];
}

/** A file dropped anywhere on a job goes where it belongs, after a question. */
export function useDroppedFile(id: string, slug: string | undefined, { drafts, keep }: JobContextValue["work"]): Dropped {
  const navigate = useNavigate();
  const [file, setFile] = useState<File | null>(null);
  const [recording, setRecording] = useState<File | null>(null);
  const handed = useMemo(() => {
    let waiting = recording;
    return {
      take: () => {
        const taken = waiting;
        waiting = null;
        return taken;
      },
    };
  }, [recording]);
  const hand = (file: File) => {
    setFile(null);
    setRecording(file);
    navigate(`/jobs/${id}/signal`);
  };
  const photo = useMutation({
    mutationFn: async ({ field, sha256 }: Photo) => {
      const saved = drafts.survey ? null : await savedNow(id, "survey");
      const stands = inputsOf(saved?.document);
      const draft = drafts.survey ?? { etag: saved?.etag ?? unknownTag, inputs: stands, base: stands };
      const photos = (draft.inputs as { photos?: Photo[] }).photos ?? [];
      const others = photos.filter((p) => p.field !== field || p.sha256 !== sha256);
      keep("survey", { ...draft, inputs: { ...draft.inputs, photos: [...others, { field, sha256 }] } });
    },
    onSuccess: () => {
      setFile(null);
      navigate(`/jobs/${id}/survey`);
    },
  });
  // Where recordings are read, one needs no question.
  const isOver = useDropped((file) => (slug === "signal" && fileKind(file.name) === "recording" ? hand(file) : setFile(file)));
  return {
    isOver,
    handed,
    question: file && (
      <>
        <DroppedFile
          key={file.name}
          file={file}
          onDone={() => setFile(null)}
          onRecording={hand}
          onPhoto={(field, sha256) => photo.mutate({ field, sha256 })}
        />
        {photo.error && <Trouble error={photo.error} />}
      </>
    ),
  };
}
