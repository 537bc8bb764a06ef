/** Held longer, or moved farther, it is no press: something is dragged, or the page is scrolled. */
const longestMs = 2000;
const farthestPx = 8;

const controls = "button, a[href], summary, label, input, select";

interface Press {
  control: HTMLElement | null;
  id: number;
  x: number;
  y: number;
  ends: ReturnType<typeof setTimeout>;
}

let press: Press | null = null;
let isClicked = false;
let waiting: (() => void)[] = [];

/** Waits until nothing is pressed: what comes in meanwhile would move the page under a finger or the mouse. */
export const letGo = (): Promise<void> => (press ? new Promise((go) => waiting.push(go)) : Promise.resolve());

function end() {
  clearTimeout(press?.ends);
  press = null;
  const now = waiting;
  waiting = [];
  for (const go of now) {
    go();
  }
}

/**
 * What is pressed is what was aimed at: answers of the program wait while something is pressed (`letGo`). Where the page moves all the same, since the
 * field that was left is read, the press counts for the control it began on.
 */
export function keepPresses(page: HTMLElement) {
  const on = <K extends keyof HTMLElementEventMap>(kind: K, listen: (e: HTMLElementEventMap[K]) => void) =>
    page.addEventListener(kind, listen, { capture: true });
  on("pointerdown", (e) => {
    end();
    if (e.isPrimary && e.button === 0) {
      const control = (e.target as Element).closest<HTMLElement>(controls);
      press = { control, id: e.pointerId, x: e.clientX, y: e.clientY, ends: setTimeout(end, longestMs) };
      isClicked = false;
    }
  });
  on("pointermove", (e) => {
    if (press?.id === e.pointerId && Math.hypot(e.clientX - press.x, e.clientY - press.y) > farthestPx) {
      end();
    }
  });
  on("click", (e) => {
    isClicked ||= press?.control?.contains(e.target as Node) ?? false;
  });
  on("pointerup", (e) => {
    const ended = press;
    // Its click, where there is one, comes before anything that is put off.
    setTimeout(() => {
      if (ended && ended === press) {
        // A finger's click comes later, and goes to where the finger was: nothing can move in between.
        if (e.pointerType === "mouse" && !isClicked && ended.control?.isConnected) {
          ended.control.click();
        }
        end();
      }
    }, 0);
  });
  on("pointercancel", end);
}
