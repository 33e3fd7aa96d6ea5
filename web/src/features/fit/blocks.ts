// The sheet's blocks: parts, tags, bridges, step changes, endings.
import type { Timeline } from "../../shared/api/client";

/** Names of the sheet's blocks of a kind. */
export const blocksOf = (timeline: Timeline, kind: string) =>
  timeline.parts.filter((part) => part.kind === kind).map((part) => part.name);
