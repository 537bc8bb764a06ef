const sameDay = new Intl.DateTimeFormat("en-GB", { hour: "2-digit", minute: "2-digit" });
const otherDay = new Intl.DateTimeFormat("en-GB", {
  weekday: "short",
  day: "numeric",
  month: "short",
  hour: "2-digit",
  minute: "2-digit",
});
const otherYear = new Intl.DateTimeFormat("en-GB", {
  day: "numeric",
  month: "short",
  year: "numeric",
  hour: "2-digit",
  minute: "2-digit",
});

/** "14:06". */
export const timeOfDay = (iso: string): string => sameDay.format(new Date(iso));

/** "today 14:06", "Tue, 24 Nov, 14:06". */
export function when(iso: string, now = new Date()): string {
  const time = new Date(iso);
  if (time.toDateString() === now.toDateString()) {
    return `today ${sameDay.format(time)}`;
  }
  return (time.getFullYear() === now.getFullYear() ? otherDay : otherYear).format(time);
}

const day = new Intl.DateTimeFormat("en-GB", { weekday: "short", day: "numeric", month: "short" });
const dayOfYear = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "numeric" });

/** A day without a time, as the shop says it: "today", "Tue, 1 Dec". */
export function onDay(isoDay: string, now = new Date()): string {
  const time = new Date(`${isoDay}T12:00:00`);
  if (time.toDateString() === now.toDateString()) {
    return "today";
  }
  return (time.getFullYear() === now.getFullYear() ? day : dayOfYear).format(time);
}
