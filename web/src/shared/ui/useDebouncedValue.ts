import { useEffect, useState } from "react";

/** A value once it has not changed for so many milliseconds. */
export function useDebouncedValue<T>(value: T, pause: number): T {
  const [debounced, setDebounced] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setDebounced(value), pause);
    return () => clearTimeout(timer);
  }, [value, pause]);
  return debounced;
}
