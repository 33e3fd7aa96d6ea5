// Source of the separators: Unicode CLDR, numbers of en and fr.
import i18next from "i18next";
import { afterEach, describe, expect, it } from "vitest";

import { decimal, written } from "./decimal";

afterEach(() => i18next.changeLanguage("en"));

describe("numbers with tenths", () => {
  it.each([
    ["en", "1.5", "0.07", "12000.0"],
    ["fr", "1,5", "0,07", "12000,0"],
  ])("are written as %s writes them", async (code, half, small, large) => {
    if (!i18next.isInitialized) await i18next.init({ lng: code, resources: {} });
    await i18next.changeLanguage(code);
    expect(decimal(1.5, 1)).toBe(half);
    expect(written(1.5)).toBe(half);
    expect(written(0.07)).toBe(small);
    expect(decimal(12000, 1)).toBe(large);
    expect(written(64)).toBe("64");
  });
});
