import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";
import { generateSW } from "workbox-build";

/** The service worker: what a page is built of is kept, a page itself is asked for first and taken from what was kept
 * where nobody answers. Nothing of the API is ever kept. */
const shell = (): Plugin => ({
  name: "shell",
  apply: "build",
  async closeBundle() {
    await generateSW({
      swDest: "dist/sw.js",
      globDirectory: "dist",
      globPatterns: ["assets/**/*.{js,css,woff2}"],
      // Files that carry a fingerprint in their names never change.
      dontCacheBustURLsMatching: /^assets\//,
      inlineWorkboxRuntime: true,
      sourcemap: false,
      skipWaiting: true,
      clientsClaim: true,
      runtimeCaching: [
        {
          urlPattern: ({ request }) => request.mode === "navigate",
          handler: "NetworkFirst",
          options: { cacheName: "pages", networkTimeoutSeconds: 4 },
        },
      ],
    });
  },
});

export default defineConfig({
  plugins: [react(), tailwindcss(), shell()],
  resolve: { alias: { "@": new URL("./src", import.meta.url).pathname } },
  build: { target: "es2022", chunkSizeWarningLimit: 700 },
  server: { proxy: { "/api": "http://127.0.0.1:8321" } },
});
