/** Fetching the rest of the app must not stand in the way of the page that was asked for. */
const restMs = 4000;

/** Has the browser keep the app itself, so that a page can be opened while the program does not answer. */
export function keepApp() {
  if (!import.meta.env.PROD || !("serviceWorker" in navigator)) {
    return;
  }
  window.addEventListener("load", () =>
    setTimeout(() => {
      // A browser that refuses works as before; it only cannot open a page without the program.
      navigator.serviceWorker.register("/keep-app.js").catch(() => {});
    }, restMs),
  );
}
