import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react()],
  test: { include: ["src/**/*.test.{ts,tsx}"], testTimeout: 20_000, isolate: false, maxWorkers: "100%" },
});
