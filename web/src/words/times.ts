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

/** "today 14:06", "Tue, 24 Nov, 14:06". */
export function when(iso: string, now = new Date()): string {
  const time = new Date(iso);
  if (time.toDateString() === now.toDateString()) {
    return `today ${sameDay.format(time)}`;
  }
  return (time.getFullYear() === now.getFullYear() ? otherDay : otherYear).format(time);
}
