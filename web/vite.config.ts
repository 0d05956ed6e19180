import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";
import { serviceWorker } from "./service-worker.vite.ts";

export default defineConfig({
  plugins: [react(), tailwindcss(), serviceWorker("src/offline/worker.ts")],
  resolve: { alias: { "@": new URL("./src", import.meta.url).pathname } },
  build: { target: "es2022", assetsInlineLimit: 0 },
  server: {
    host: "127.0.0.1",
    proxy: { "/api": "http://127.0.0.1:8461" },
  },
  test: { include: ["src/**/*.test.ts"] },
});
