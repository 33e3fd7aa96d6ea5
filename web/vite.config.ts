import react from "@vitejs/plugin-react";
import { type Plugin } from "vite";
import { defineConfig } from "vitest/config";

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
  css: {
    // Readable in the browser's tools and in the browser tests: "Plans__shown".
    modules: {
      generateScopedName: (name, file) => `${/([^/]+)\.module\.css/.exec(file)![1]}__${name}`,
    },
  },
  // Unit tests find elements by the plain names.
  test: {
    css: { include: /\.module\.css/, modules: { classNameStrategy: "non-scoped" } },
  },
  html: { cspNonce: "{{ CSP_NONCE }}" },
  build: { assetsDir: "app", target: "es2022" },
}));
