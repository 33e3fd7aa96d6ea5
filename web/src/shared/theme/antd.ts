// Ant Design's tokens, in one place.
import colours from "@colours";
import type { ThemeConfig } from "antd";

const { plain } = colours;

// Who asks the system for less movement gets none: menus and dialogs stand at once.
const still = globalThis.matchMedia?.("(prefers-reduced-motion: reduce)").matches ?? false;

export const theme: ThemeConfig = {
  token: {
    colorPrimary: plain.brick,
    colorInfo: plain.info,
    colorSuccess: plain.agree,
    colorError: plain.brick,
    colorText: plain.ink,
    colorTextSecondary: plain.soft,
    colorTextDescription: plain.soft,
    colorTextPlaceholder: plain.faint,
    colorBgBase: plain.card,
    colorBorder: plain.edge,
    colorLink: plain.brick,
    fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
    fontSize: 15,
    borderRadius: 6,
    controlHeight: 36,
    motion: !still,
    motionDurationMid: "0.12s",
  },
  components: { Button: { fontWeight: 600, primaryShadow: "none", defaultShadow: "none" } },
};
