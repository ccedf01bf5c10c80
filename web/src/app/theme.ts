/**
 * The look: all chrome in greys of the Munsell neutral scale, one quiet slate for controls, no colour near the picture.
 * Greys are the neutrals N1 to N9.75 on the screen (values by ASTM D1535).
 */
import { createTheme } from "@mui/material/styles";

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
    surround: { light: string; middle: string; dark: string };
    onSurround: { light: string; middle: string; dark: string };
  }
  interface PaletteOptions {
    mat?: string;
    surround?: { light: string; middle: string; dark: string };
    onSurround?: { light: string; middle: string; dark: string };
  }
}

const FONT = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif';

export const theme = createTheme({
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
