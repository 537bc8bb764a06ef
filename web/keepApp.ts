import type { Plugin } from "vite";

/** Tells the worker that keeps the app in the browser (public/keep-app.js) which files this build has. */
export function keepApp(): Plugin {
  return {
    name: "keep-app",
    apply: "build",
    generateBundle(_, bundle) {
      // Every browser that can keep the app reads the newer of the two font formats.
      const files = Object.keys(bundle).filter((name) => name.startsWith("assets/") && !name.endsWith(".woff"));
      // The name of the first script changes with everything it leads to.
      const version = Object.values(bundle).find((part) => part.type === "chunk" && part.isEntry)?.fileName;
      const app = { version, files: ["/", "/favicon.svg", ...files.map((name) => `/${name}`).sort()] };
      this.emitFile({ type: "asset", fileName: "keep-app-files.js", source: `self.app = ${JSON.stringify(app)};\n` });
    },
  };
}
