// The hall from above: the faced wall thick and coloured, the dancer moved toward it.
import { CLOCKS, facingColours } from "../shared/theme/facing";

interface Props {
  clock: string;
  size?: number;
  /** The clock stands beside it in words already. */
  silent?: boolean;
  /** On the dark stage. */
  dark?: boolean;
}

const WALL_RECTS = [
  { x: 0, y: 0, width: 20, height: 4 },
  { x: 16, y: 0, width: 4, height: 20 },
  { x: 0, y: 16, width: 20, height: 4 },
  { x: 0, y: 0, width: 4, height: 20 },
];

export function RoomGlyph({ clock, size = 22, silent = false, dark = false }: Props) {
  const at = CLOCKS.indexOf(clock as (typeof CLOCKS)[number]);
  const angle = (at * Math.PI) / 4;
  const [first, second] = facingColours(clock, dark);
  const corner = at % 2 === 1;
  const from = Math.floor(at / 2);
  const labelled = silent ? { "aria-hidden": true } : { role: "img", "aria-label": clock };
  return (
    <svg width={size} height={size} viewBox="-1 -1 22 22" {...labelled}>
      <rect
        width="20"
        height="20"
        rx="2"
        fill={dark ? "none" : "var(--white)"}
        stroke="var(--outline)"
        strokeWidth="1"
      />
      {corner ? (
        <>
          <HalfWall wall={from} toward={1} colour={first} />
          <HalfWall wall={(from + 1) % 4} toward={-1} colour={second} />
        </>
      ) : (
        <rect {...WALL_RECTS[from]} fill={first} />
      )}
      <circle
        cx={10 + 2.6 * Math.sin(angle)}
        cy={10 - 2.6 * Math.cos(angle)}
        r="2.8"
        fill={first}
      />
    </svg>
  );
}

/** The half of a wall next to a corner; walls run clockwise from the front. */
function HalfWall({ wall, toward, colour }: { wall: number; toward: 1 | -1; colour: string }) {
  const flat = wall % 2 === 0;
  // Going clockwise the front runs left to right, the back right to left, and so on.
  const later = (wall === 0 || wall === 1) === (toward === 1);
  const box = WALL_RECTS[wall] ?? WALL_RECTS[0]!;
  const rect = flat
    ? { ...box, x: later ? 10 : 0, width: 10 }
    : { ...box, y: later ? 10 : 0, height: 10 };
  return <rect {...rect} fill={colour} />;
}
