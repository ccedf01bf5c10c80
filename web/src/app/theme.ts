/**
 * The look: all chrome in greys of the Munsell neutral scale, one quiet slate for controls, no colour near the picture.
 * Greys are the neutrals N1 to N9.75 on the screen (values by ASTM D1535).
 */
import { createTheme } from "@mui/material/styles";

import { FACE } from "./fonts";

const N = {
  2: "#313131",
  25: "#3c3c3c",
  3: "#484848",
  4: "#606060",
  5: "#797979",
  6: "#939393",
  7: "#adadad",
  8: "#c8c8c8",
  85: "#d5d5d5",
  9: "#e3e3e3",
  95: "#f1f1f1",
  975: "#f8f8f8",
} as const;

declare module "@mui/material/styles" {
  interface Palette {
    mat: string;
    onMat: string;
    surround: { light: string; middle: string; dark: string };
    onSurround: { light: string; middle: string; dark: string };
  }
  interface PaletteOptions {
    mat?: string;
    onMat?: string;
    surround?: { light: string; middle: string; dark: string };
    onSurround?: { light: string; middle: string; dark: string };
  }
}

const FONT = `${FACE}, system-ui, sans-serif`;

/** A button of a row keeps its left edge, which is needed where the row goes on in the next line. */
const wrapped = { borderLeft: `1px solid ${N[7]}` };

export const theme = createTheme({
  motion: { reducedMotion: "system" }, // who has asked the device for less motion gets none
  palette: {
    primary: { main: "#495c66", dark: "#394951", light: "#566e79", contrastText: "#ffffff" },
    error: { main: N[3], contrastText: "#ffffff" },
    warning: { main: N[3] },
    info: { main: N[3] },
    success: { main: N[3] },
    text: { primary: N[2], secondary: "#545454" },
    background: { default: N[9], paper: N[95] },
    divider: N[8],
    mat: N[85],
    onMat: N[2],
    surround: { light: N[85], middle: N[5], dark: N[25] },
    onSurround: { light: N[2], middle: "#1c1c1c", dark: N[9] },
  },
  typography: {
    fontFamily: FONT,
    fontSize: 15,
    h1: { fontSize: 30, fontWeight: 680, letterSpacing: "-0.01em" },
    h2: { fontSize: 22, fontWeight: 660 },
    h3: { fontSize: 17, fontWeight: 660 },
    body1: { fontSize: 16, lineHeight: 1.45 },
    body2: { fontSize: 15 },
    caption: { fontSize: 14, lineHeight: 1.3 },
    button: { textTransform: "none", fontSize: 16, fontWeight: 600 },
  },
  shape: { borderRadius: 3 },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: "tabular-nums" },
        a: { color: "inherit" },
        "*:focus-visible": { outline: `3px solid ${N[3]}`, outlineOffset: 2 },
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: { root: { minHeight: 44, paddingInline: 18 } },
    },
    MuiIconButton: { styleOverrides: { root: { width: 44, height: 44 } } },
    MuiToggleButton: {
      styleOverrides: {
        root: { minHeight: 40, textTransform: "none", color: N[3], paddingInline: 14, borderColor: N[7] },
      },
    },
    MuiToggleButtonGroup: { styleOverrides: { middleButton: wrapped, lastButton: wrapped } },
    MuiPaper: { defaultProps: { elevation: 0 } },
    MuiDialogActions: { styleOverrides: { root: { padding: "8px 24px 20px" } } },
    MuiDialog: { defaultProps: { fullWidth: true, maxWidth: "sm" } },
    MuiAlert: {
      styleOverrides: { root: { backgroundColor: N[85], color: N[2], borderLeft: `6px solid ${N[3]}` } },
    },
    MuiTooltip: { styleOverrides: { tooltip: { fontSize: 14, backgroundColor: N[2] } } },
    MuiTextField: { defaultProps: { variant: "outlined" } },
    MuiOutlinedInput: { styleOverrides: { root: { backgroundColor: N[975] } } },
    MuiLinearProgress: { styleOverrides: { root: { height: 8, backgroundColor: N[85] } } },
    MuiSnackbarContent: { styleOverrides: { root: { backgroundColor: N[2], fontSize: 16 } } },
  },
});

export const EASEL_SURROUNDS = ["Light", "Dark", "Dim"] as const;
export type EaselSurround = (typeof EASEL_SURROUNDS)[number];

const GROUNDS = {
  Light: {
    paper: N[95],
    ground: N[9],
    text: N[2],
    quiet: N[3],
    line: N[7],
    main: N[25],
    onMain: "#ffffff",
    mat: N[85],
  },
  Dark: {
    paper: N[3],
    ground: N[25],
    text: N[95],
    quiet: N[8],
    line: N[5],
    main: N[85],
    onMain: N[2],
    mat: N[4],
  },
  Dim: {
    paper: N[25],
    ground: "#262626",
    text: N[8],
    quiet: N[7],
    line: N[4],
    main: N[6],
    onMain: "#1c1c1c",
    mat: N[3],
  },
} as const;

const EASEL_TARGET = 56;

/** The look at the easel: read from arm's length, touched with a knuckle, on a surround that can be dark. */
export function easelTheme(surround: EaselSurround) {
  const one = GROUNDS[surround];
  const outlined = { borderColor: one.line, color: one.text };
  return createTheme({
    motion: { reducedMotion: "always" }, // nothing moves beside a picture that is judged
    transitions: { create: () => "none" },
    palette: {
      mode: surround === "Light" ? "light" : "dark",
      primary: { main: one.main, contrastText: one.onMain },
      error: { main: one.text, contrastText: one.paper },
      warning: { main: one.text },
      info: { main: one.text },
      success: { main: one.text },
      text: { primary: one.text, secondary: one.quiet },
      background: { default: one.ground, paper: one.paper },
      divider: one.line,
      mat: one.mat,
      onMat: surround === "Light" ? N[2] : "#ffffff",
      surround: { light: N[85], middle: N[5], dark: N[25] },
      onSurround: { light: N[2], middle: "#1c1c1c", dark: N[9] },
    },
    typography: {
      fontFamily: FONT,
      fontSize: 20,
      h1: { fontSize: 31, fontWeight: 700, lineHeight: 1.15 },
      h2: { fontSize: 24, fontWeight: 660, lineHeight: 1.25 },
      body1: { fontSize: 21, lineHeight: 1.35 },
      body2: { fontSize: 20 },
      caption: { fontSize: 20 },
      button: { textTransform: "none", fontSize: 20, fontWeight: 640, lineHeight: 1.2 },
    },
    shape: { borderRadius: 3 },
    components: {
      MuiCssBaseline: {
        styleOverrides: {
          body: { fontVariantNumeric: "tabular-nums", backgroundColor: one.ground },
          a: { color: "inherit" },
          "*:focus-visible": { outline: `3px solid ${one.text}`, outlineOffset: 2 },
        },
      },
      MuiButtonBase: { defaultProps: { disableRipple: true } },
      MuiButton: {
        defaultProps: { disableElevation: true },
        styleOverrides: {
          root: { minHeight: EASEL_TARGET, minWidth: EASEL_TARGET, paddingInline: 18 },
          outlined,
        },
      },
      MuiIconButton: { styleOverrides: { root: { width: EASEL_TARGET, height: EASEL_TARGET } } },
      MuiToggleButton: {
        styleOverrides: {
          root: {
            minHeight: EASEL_TARGET,
            minWidth: EASEL_TARGET,
            textTransform: "none",
            paddingInline: 14,
            whiteSpace: "nowrap",
            ...outlined,
            "&.Mui-selected, &.Mui-selected:hover": { backgroundColor: one.main, color: one.onMain },
          },
        },
      },
      MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: "none" } } },
      MuiDialog: { defaultProps: { fullWidth: true, maxWidth: "sm" } },
      MuiDialogActions: { styleOverrides: { root: { padding: "8px 24px 20px", gap: 8 } } },
      MuiAlert: {
        defaultProps: { icon: false },
        styleOverrides: {
          root: {
            backgroundColor: one.ground,
            color: one.text,
            borderLeft: `8px solid ${one.text}`,
            fontSize: 20,
          },
        },
      },
      MuiSlider: {
        styleOverrides: {
          root: { height: EASEL_TARGET / 4, marginInline: 16, width: "calc(100% - 32px)" },
          thumb: { width: 40, height: 40 },
        },
      },
      MuiSnackbarContent: {
        styleOverrides: {
          root: { backgroundColor: one.main, color: one.onMain, fontSize: 24, padding: "12px 28px" },
        },
      },
      MuiOutlinedInput: { styleOverrides: { root: { backgroundColor: one.paper } } },
    },
  });
}
