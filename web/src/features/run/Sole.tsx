// A sole on the dark stage in the colour of its foot, filled where it takes the weight, and its word.
import clsx from "clsx";
import type { ReactNode } from "react";

import { SOLE } from "../../drawing/footChart";
import styles from "./Sole.module.css";

interface Props {
  foot: "L" | "R";
  weight: boolean;
  y: number;
  scale: number;
  /** The text beside or below it. */
  children: ReactNode;
}

export function Sole({ foot, weight, y, scale, children }: Props) {
  return (
    <g className={foot === "L" ? styles.left : styles.right}>
      <path
        d={SOLE}
        transform={`translate(0 ${y}) scale(${foot === "L" ? -scale : scale} ${scale})`}
        className={clsx(styles.print, weight && styles.filled)}
      />
      {children}
    </g>
  );
}

/** The feet that a move names: both, one or none. */
export const feetOf = (foot: "L" | "R" | "both" | null | undefined): readonly ("L" | "R")[] =>
  foot === "both" ? ["L", "R"] : foot ? [foot] : [];

/** A turn in short: how much, and an arrow to its side. */
export const turnOf = ({ turn, turn_words }: { turn: number; turn_words: string }) =>
  turn ? ` ${turn_words}${turn > 0 ? "↻" : "↺"}` : "";
