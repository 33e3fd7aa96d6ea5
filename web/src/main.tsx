import "@colours.css";
import "./shared/theme/base.css";

import { createRoot } from "react-dom/client";

import { App } from "./app/App";
import { begin } from "./shared/i18n";

// Ant Design's scroll lock adds a style element without the nonce it was given. Scripts that
// run here carry the nonce themselves, so their style elements may carry it too.
const nonce = document.querySelector<HTMLMetaElement>("meta[property=csp-nonce]")?.nonce ?? "";
const create = document.createElement.bind(document);
document.createElement = ((name: string, options?: ElementCreationOptions) => {
  const element = create(name, options);
  if (name === "style") element.nonce = nonce;
  return element;
}) as typeof document.createElement;

const root = document.getElementById("root");
// Without its words a language cannot be spoken; English is always there.
if (root) void begin().finally(() => createRoot(root).render(<App />));

// What was taken along is at hand without network; a browser that cannot do this loses nothing.
if (import.meta.env.PROD && "serviceWorker" in navigator)
  void navigator.serviceWorker.register("/sw.js").catch(() => undefined);
