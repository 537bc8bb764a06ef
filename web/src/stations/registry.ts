import type { ComponentType, LazyExoticComponent } from "react";

/** What a station's folder tells of itself. */
export interface StationEntry {
  slug: string;
  Page: LazyExoticComponent<ComponentType>;
}

const modules = import.meta.glob<{ station: StationEntry }>("./*/station.tsx", { eager: true });

/** The stations that have a page: every folder beside this file with a station.tsx. */
export const stations: Readonly<Record<string, StationEntry>> = Object.fromEntries(
  Object.values(modules).map(({ station }) => [station.slug, station]),
);
