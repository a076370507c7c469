import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

/** Loading these does nothing by itself: only what calls them needs them. */
const treeshake = {
  moduleSideEffects: [{ test: /node_modules[\\/](papaparse|fft\.js|wavefile)[\\/]/, sideEffects: false }],
};

export default defineConfig({
  plugins: [
    react(),
    {
      // Refusals speak our own words: the schema library's forty languages stay out of the bundle.
      name: "one-language",
      load: (id) => (/zod[\\/]v4[\\/]locales[\\/]index\.js$/.test(id) ? "export {};" : null),
    },
    // A tablet under a vehicle opens without a network: the program from the browser's store, records as last read.
    VitePWA({
      registerType: "autoUpdate",
      injectRegister: false,
      manifest: false,
      workbox: {
        // The first page is kept at once; a newer version waits until the page says that it may come.
        clientsClaim: true,
        skipWaiting: false,
        cleanupOutdatedCaches: true,
        globPatterns: ["**/*.{js,css,html,woff,woff2,svg}"],
        maximumFileSizeToCacheInBytes: 4_000_000,
        navigateFallback: "/index.html",
        navigateFallbackDenylist: [/^\/api/],
        runtimeCaching: [
          {
            urlPattern: /\/api\/(jobs|vehicles|shop|workshop|yard)(\/[0-9A-Z]+)?(\?.*)?$/,
            handler: "NetworkFirst",
            options: {
              cacheName: "records",
              networkTimeoutSeconds: 5,
              expiration: { maxEntries: 300 },
              // The page says that this is what was last read, and not what the book says now.
              plugins: [
                {
                  cachedResponseWillBeUsed: async ({ cachedResponse }) => {
                    if (!cachedResponse) return null;
                    const headers = new Headers(cachedResponse.headers);
                    headers.set("x-kept-by-browser", "1");
                    return new Response(await cachedResponse.blob(), { status: cachedResponse.status, headers });
                  },
                },
              ],
            },
          },
          {
            urlPattern: /\/api\/photos\//,
            handler: "CacheFirst",
            options: { cacheName: "photos", expiration: { maxEntries: 200 } },
          },
        ],
      },
    }),
  ],
  build: {
    outDir: "dist/web",
    target: "es2022",
    chunkSizeWarningLimit: 700,
    rolldownOptions: { treeshake },
    // Inlined files would need data: in the content policy's script rule.
    assetsInlineLimit: 0,
  },
  worker: { rolldownOptions: { treeshake } },
  server: { proxy: { "/api": { target: "http://127.0.0.1:4311", changeOrigin: true, headers: { origin: "" } } } },
});
