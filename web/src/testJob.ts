import type { Job } from "./api/client";

/** A job for tests, new and empty but for what is given. */
export function testJob(part: Partial<Job> = {}): Job {
  return {
    id: "1",
    name: "Tarnock 30",
    vehicle: "4x4",
    plate: "",
    reference: "",
    createdAt: "2026-11-24T10:00:00Z",
    archivedAt: null,
    removedAt: null,
    lastRevision: 0,
    stations: [],
    reading: null,
    nextAction: { command: "Survey the vehicle.", why: "Then save it.", slug: "survey", code: "survey" },
    held: null,
    heldBy: null,
    waiting: [],
    due: [],
    upcoming: [],
    ...part,
  };
}
