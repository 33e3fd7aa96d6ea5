// What jsdom lacks and Ant Design asks for.
import { vi } from "vitest";

export function stubBrowser() {
  vi.stubGlobal("matchMedia", () => ({ matches: false, addListener() {}, removeListener() {} }));
  const never = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  };
  vi.stubGlobal("ResizeObserver", never);
}
