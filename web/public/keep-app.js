// Keeps the app in the browser: pages are fetched from the program while it answers, and taken from what is kept while it does not.
// What the program knows is never kept here; that is for the page to say.
importScripts("/keep-app-files.js");
const { version, files } = self.app;
const kept = `hazy-gauge-${version}`;

self.addEventListener("install", (event) => {
  event.waitUntil(
    caches
      .open(kept)
      .then((cache) => cache.addAll(files))
      .then(() => self.skipWaiting()),
  );
});

self.addEventListener("activate", (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) =>
        Promise.all(names.filter((name) => name.startsWith("hazy-gauge-") && name !== kept).map((name) => caches.delete(name))),
      )
      .then(() => self.clients.claim()),
  );
});

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== "GET" || origin !== self.location.origin) {
    return;
  }
  if (request.mode === "navigate" && !pathname.startsWith("/api")) {
    event.respondWith(fetch(request).catch(() => caches.match("/", { cacheName: kept })));
  } else if (pathname.startsWith("/assets/")) {
    event.respondWith(caches.match(request, { cacheName: kept }).then((hit) => hit ?? fetch(request)));
  }
});
