// Numbers with tenths as the language that is spoken writes them: "1.5", "1,5".
import i18next from "i18next";

/** So many decimals, always shown. */
export const decimal = (value: number, digits: number) =>
  value.toLocaleString(i18next.language, {
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
    useGrouping: false,
  });

/** As many decimals as it has. */
export const written = (value: number) =>
  value.toLocaleString(i18next.language, { maximumFractionDigits: 2, useGrouping: false });
