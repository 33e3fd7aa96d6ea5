// What is kept in this browser until the server has it.
const PREFIX = "maplestep.kept.";

export function store(key: string, value: unknown) {
  try {
    if (value === null) localStorage.removeItem(PREFIX + key);
    else localStorage.setItem(PREFIX + key, JSON.stringify(value));
  } catch {
    // Private windows may refuse storage; saving to the server goes on all the same.
  }
}

export function recall<T>(key: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(PREFIX + key) ?? "null");
  } catch {
    return null;
  }
}
