// Ant Design's tokens, in one place.
import type { ThemeConfig } from "antd";

// Who asks the system for less movement gets none: menus and dialogs stand at once.
const still = globalThis.matchMedia?.("(prefers-reduced-motion: reduce)").matches ?? false;

export const theme: ThemeConfig = {
  token: {
    colorPrimary: "#a63822",
    colorInfo: "#3c5f8a",
    colorSuccess: "#2f6b57",
    colorError: "#a63822",
    colorText: "#2a211b",
    colorTextSecondary: "#5f5348",
    colorTextDescription: "#5f5348",
    colorTextPlaceholder: "#766a5e",
    colorBgBase: "#fffdf8",
    colorBorder: "#cfc2ae",
    colorLink: "#8f2f1b",
    fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
    fontSize: 15,
    borderRadius: 6,
    controlHeight: 36,
    motion: !still,
    motionDurationMid: "0.12s",
  },
  components: { Button: { fontWeight: 600, primaryShadow: "none", defaultShadow: "none" } },
};
