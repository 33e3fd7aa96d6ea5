import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

// index.html is served as a Django template, which fills in the nonce of each request.
export default defineConfig(({ command }) => ({
  plugins: [react()],
  base: command === "build" ? "/static/" : "/",
  html: { cspNonce: "{{ CSP_NONCE }}" },
  build: { assetsDir: "app", target: "es2022" },
}));
