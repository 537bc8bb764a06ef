import { useEffect, useRef, useState } from "react";

/** From this many screens on a page is too long to be looked through. */
const mostScreens = 2;

/** The parts of a long page, to jump to. A page that is short has none. */
export function Outline() {
  const place = useRef<HTMLElement>(null);
  const [parts, setParts] = useState<readonly string[]>([]);
  useEffect(() => {
    const main = place.current?.closest("main");
    if (!main) {
      return;
    }
    const look = () => {
      const titles = headings(main).map((h) => h.textContent?.trim() ?? "");
      const next = main.scrollHeight > mostScreens * window.innerHeight ? titles : [];
      setParts((before) => (before.join("\n") === next.join("\n") ? before : next));
    };
    look();
    const observer = new ResizeObserver(look);
    observer.observe(main);
    return () => observer.disconnect();
  }, []);
  const go = (at: number) => {
    const main = place.current?.closest("main");
    const heading = main && headings(main)[at];
    if (heading) {
      heading.tabIndex = -1;
      heading.focus({ preventScroll: true });
      heading.scrollIntoView({ block: "start" });
    }
  };
  return (
    <nav ref={place} aria-label="On this page" className={parts.length > 0 ? "no-print mt-2" : "hidden"}>
      <ul className="flex gap-x-4 overflow-x-auto md:flex-wrap">
        {parts.map((part, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a part is where it stands.
          <li key={at} className="shrink-0">
            <button
              type="button"
              className="link-quiet min-h-[44px] min-w-[44px] text-left text-[0.9rem] text-ink-2 md:min-h-[32px]"
              onClick={() => go(at)}
            >
              {part}
            </button>
          </li>
        ))}
      </ul>
    </nav>
  );
}

/** In the order in which they stand on the page, which is not that of the document where columns become one. */
function headings(main: Element): HTMLElement[] {
  const at = (heading: HTMLElement) => heading.getBoundingClientRect();
  return [...main.querySelectorAll<HTMLElement>("h2")]
    .filter((h) => h.offsetParent !== null)
    .sort((a, b) => at(a).top - at(b).top || at(a).left - at(b).left);
}
