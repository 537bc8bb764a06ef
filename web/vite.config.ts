import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";
import { keepApp } from "./keepApp.ts";

// The server checks that a request comes from its own page, so it must be shown the address the browser sees.
const server = { target: "http://127.0.0.1:5080", changeOrigin: false };

export default defineConfig({
  plugins: [react(), tailwindcss(), keepApp()],
  // The content security policy allows no data: fonts, and one rule for all assets is easier to reason about.
  build: { outDir: "../src/HazyGauge.Web/wwwroot", emptyOutDir: true, assetsInlineLimit: 0 },
  server: { host: "127.0.0.1", proxy: { "/api": server, "/health": server, "/hubs": { ...server, ws: true } } },
  // A page of its own for every file takes longer than most of what is tested: only components get one, and share it.
  test: {
    testTimeout: 60_000,
    isolate: false,
    // In an order nobody chose; --sequence.seed brings the same one again.
    sequence: { shuffle: true },
    projects: [
      {
        extends: true,
        test: { name: "plain", include: ["src/**/*.test.ts"], environment: "node", setupFiles: ["src/testSetup.ts"] },
      },
      {
        extends: true,
        test: {
          name: "page",
          include: ["src/**/*.test.tsx"],
          environment: "jsdom",
          setupFiles: ["src/testSetup.ts", "src/testPageSetup.ts"],
        },
      },
    ],
  },
});
