import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

const server = process.env.YPSOCHROM_SERVER ?? "http://127.0.0.1:8765";

/** The easel works without the network: its page, scripts, fonts and pictures are kept on the device. */
const offline = VitePWA({
  injectRegister: false, // the easel registers it: nothing else works without the studio
  registerType: "autoUpdate",
  filename: "sw.js",
  manifest: {
    name: "Ypsochrom",
    short_name: "Ypsochrom",
    description: "From a photo to a painting plan in acrylics",
    display: "standalone",
    background_color: "#e3e3e3",
    theme_color: "#e3e3e3",
    icons: [{ src: "/favicon.svg", sizes: "any", type: "image/svg+xml", purpose: "any" }],
  },
  workbox: {
    globPatterns: ["static/*.{js,css,woff2}", "favicon.svg"],
    globIgnores: ["**/*.{gz,br}", "static/Charts-*.js"], // a tablet at the easel draws no charts
    navigateFallback: null,
    skipWaiting: true,
    clientsClaim: true,
    inlineWorkboxRuntime: true,
    sourcemap: false,
    runtimeCaching: [
      {
        urlPattern: ({ request, url }) =>
          request.mode === "navigate" && /^\/paintings\/\d+\/easel$/.test(url.pathname),
        handler: "NetworkFirst",
        options: { cacheName: "easel-pages", networkTimeoutSeconds: 3 },
      },
      {
        urlPattern: ({ url }) => url.pathname.startsWith("/media/"),
        handler: "CacheFirst",
        options: { cacheName: "easel-pictures", expiration: { maxEntries: 300, purgeOnQuotaError: true } },
      },
    ],
  },
});

export default defineConfig({
  plugins: [react({ compiler: { logDiagnostics: true } }), offline],
  build: { assetsDir: "static", target: "es2022", chunkSizeWarningLimit: 700 },
  server: { proxy: { "/api": server, "/media": server, "/shown-media": server } },
});
