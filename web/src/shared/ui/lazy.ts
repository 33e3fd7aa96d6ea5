// Desks load when they are opened; a deploy in between makes old files vanish, so try once more.
import { lazy, type ComponentType } from "react";

export function desk<P>(load: () => Promise<{ default: ComponentType<P> }>) {
  return lazy(() => load().catch(() => load()));
}
