import hooks from "eslint-plugin-react-hooks";
import tseslint from "typescript-eslint";

const DESKS = ["fit", "run", "share", "shelf", "signin", "song", "steps", "teach"];

/** From a feature's folder the others are "../song/...", "../../song/...". */
const others = (room) =>
  room === "src/features" ? DESKS.flatMap((desk) => [`../${desk}/*`, `../../${desk}/*`]) : [];

export default tseslint.config(
  { ignores: ["dist", "src/shared/api/schema.d.ts"] },
  ...tseslint.configs.recommended,
  hooks.configs.flat["recommended-latest"],
  // Arrows go one way: app -> features -> drawing -> shared; no feature needs another.
  ...Object.entries({
    "src/features": ["**/app/**", "**/features/**"],
    "src/drawing": ["**/app/**", "**/features/**"],
    "src/shared": ["**/app/**", "**/features/**", "**/drawing/**"],
  }).map(([room, closed]) => ({
    files: [`${room}/**/*.{ts,tsx}`],
    rules: { "no-restricted-imports": ["error", { patterns: [...closed, ...others(room)] }] },
  })),
);
