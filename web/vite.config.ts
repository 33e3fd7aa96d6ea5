import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

import colours from "../src/maplestep/formats/colours.json" with { type: "json" };

// One file of colours for the screen and for print.
const COLOURS = new URL("../src/maplestep/formats/colours.json", import.meta.url).pathname;
const VARIABLES = "\0colours.css";

/** `@colours.css`: the plain colours as variables, `var(--ink)`. */
const colourVariables = (): Plugin => ({
  name: "colour-variables",
  resolveId: (id) => (id === "@colours.css" ? VARIABLES : null),
  load(id) {
    if (id !== VARIABLES) return null;
    const lines = Object.entries(colours.plain).map(([name, colour]) => `--${name}: ${colour};`);
    return `:root { ${lines.join(" ")} }`;
  },
});

// index.html is served as a Django template, which fills in the nonce of each request.
export default defineConfig(({ command }) => ({
  plugins: [react(), colourVariables()],
  resolve: { alias: [{ find: /^@colours$/, replacement: COLOURS }] },
  base: command === "build" ? "/static/" : "/",
  html: { cspNonce: "{{ CSP_NONCE }}" },
  build: { assetsDir: "app", target: "es2022" },
}));
