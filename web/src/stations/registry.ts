import type { FetchedPage } from "../shell/fetchedPage";

/** What a station's folder tells of itself. */
export interface StationEntry {
  slug: string;
  page: FetchedPage;
}

const modules = import.meta.glob<{ station: StationEntry }>("./*/station.ts", { eager: true });

/** The stations that have a page: every folder beside this file with a station.ts. */
export const stations: Readonly<Record<string, StationEntry>> = Object.fromEntries(
  Object.values(modules).map(({ station }) => [station.slug, station]),
);
