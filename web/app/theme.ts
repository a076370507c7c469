import type { ThemeConfig } from "antd";

const light = {
  ground: "#F3F0E9",
  panel: "#FBFAF6",
  well: "#EAE6DB",
  line: "#D8D2C4",
  lineSoft: "#E5E0D5",
  edge: "#8E8774",
  ink: "#22252A",
  quiet: "#66655C",
  teal: "#0F6E6A",
  onTeal: "#FBFAF6",
  ochre: "#B9791C",
  brick: "#B23A25",
  moss: "#4C7A34",
};

const dark: typeof light = {
  ground: "#17191C",
  panel: "#202327",
  well: "#101214",
  line: "#353A40",
  lineSoft: "#2B2F34",
  edge: "#757D87",
  ink: "#ECE8DE",
  quiet: "#A9A598",
  teal: "#57C2B7",
  onTeal: "#0C1516",
  ochre: "#DDA34A",
  brick: "#E8745C",
  moss: "#8CBF6E",
};

/** The control library dressed in our tokens: flat, a sill for a shadow, an outline for a glow. */
export function themeOf(mode: "light" | "dark", motion: boolean): ThemeConfig {
  const c = mode === "dark" ? dark : light;
  return {
    token: {
      // Where motion is not wanted, floating pieces must not wait for an animation that never ends.
      motion,
      fontFamily: '"Archivo Variable", sans-serif',
      fontFamilyCode: '"Red Hat Mono Variable", monospace',
      fontSize: 14,
      borderRadius: 3,
      borderRadiusLG: 3,
      borderRadiusSM: 2,
      controlHeight: 36,
      controlHeightSM: 28,
      colorPrimary: c.teal,
      colorInfo: c.teal,
      colorLink: c.teal,
      colorSuccess: c.moss,
      colorWarning: c.ochre,
      colorError: c.brick,
      colorBgBase: c.panel,
      colorTextBase: c.ink,
      colorBgLayout: c.ground,
      colorBgContainer: c.panel,
      colorBgElevated: c.panel,
      colorText: c.ink,
      colorTextSecondary: c.quiet,
      colorTextPlaceholder: c.quiet,
      colorTextDescription: c.quiet,
      colorTextLightSolid: c.onTeal,
      colorBorder: c.edge,
      colorBorderSecondary: c.line,
      boxShadow: "none",
      boxShadowSecondary: "none",
      boxShadowTertiary: "none",
      wireframe: false,
      motionDurationMid: ".16s",
      motionDurationSlow: ".16s",
    },
    components: {
      Button: { primaryShadow: "none", defaultShadow: "none", dangerShadow: "none", fontWeight: 580 },
      Input: { activeShadow: "none", hoverBorderColor: c.ink, activeBorderColor: c.teal },
      Select: { activeOutlineColor: "transparent", hoverBorderColor: c.ink, activeBorderColor: c.teal },
      Modal: { contentBg: c.panel, headerBg: c.panel },
    },
  };
}
