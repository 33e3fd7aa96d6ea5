// Calls back before every picture the screen draws.
import { useEffect, useRef } from "react";

export function useFrames(draw: () => void) {
  const latest = useRef(draw);
  useEffect(() => {
    latest.current = draw;
  });
  useEffect(() => {
    let frame = requestAnimationFrame(function next() {
      latest.current();
      frame = requestAnimationFrame(next);
    });
    return () => cancelAnimationFrame(frame);
  }, []);
}
