import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { type Capture, sendFile } from "../../api/client";

export interface StoredFile {
  sha256: string;
  name: string;
}

/** Takes a recording in: it is read first, and kept on the job only if it can be read. */
export function useCaptureUpload(jobId: string, onStored: (file: StoredFile) => void) {
  const [share, setShare] = useState(0);
  const input = useRef<HTMLInputElement>(null);
  const abort = useRef<AbortController | null>(null);
  const client = useQueryClient();
  const upload = useMutation({
    mutationFn: async (file: File) => {
      const controller = new AbortController();
      abort.current = controller;
      const { signal } = controller;
      setShare(0);
      await sendFile<Capture>("/api/calc/capture", file, {}, { onProgress: (s) => setShare(s / 2), signal });
      return sendFile<StoredFile>(`/api/jobs/${jobId}/files`, file, {}, { onProgress: (s) => setShare(0.5 + s / 2), signal });
    },
    onSuccess: (stored) => {
      client.invalidateQueries({ queryKey: ["capture", jobId, stored.sha256] });
      onStored(stored);
    },
  });
  return {
    input,
    /** Takes a file in; always the same function. */
    take: upload.mutate,
    giveUp: () => abort.current?.abort(),
    share,
    pending: upload.isPending,
    // Giving up is no failure.
    error: upload.error instanceof DOMException ? null : upload.error,
  };
}

export type CaptureUpload = ReturnType<typeof useCaptureUpload>;
