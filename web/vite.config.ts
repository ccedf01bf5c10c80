import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

const server = process.env.YPSOCHROM_SERVER ?? "http://127.0.0.1:8765";

export default defineConfig({
  plugins: [react({ compiler: { logDiagnostics: true } })],
  build: { assetsDir: "static", target: "es2022", chunkSizeWarningLimit: 700 },
  server: { proxy: { "/api": server, "/media": server } },
});
