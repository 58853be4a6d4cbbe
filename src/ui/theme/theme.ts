"use client";
/** The interface library's theme, made from the tokens: what it draws is paper and ink too. */
import { createTheme } from "@mui/material/styles";

const light = {
  desk: "#efebe1",
  paper: "#fffdf7",
  ink: "#20292b",
  pencil: "#5b6668",
  rule: "#d8d0bf",
  bottle: "#17594a",
  brass: "#8a5a12",
  madder: "#9e3328",
};
const dark = {
  desk: "#16191a",
  paper: "#1f2425",
  ink: "#ece8dd",
  pencil: "#a3adaa",
  rule: "#374042",
  bottle: "#7cc4ae",
  brass: "#ddb063",
  madder: "#e89585",
};

/** `hover` is what a filled button turns to below the mouse: the text on it keeps its contrast. */
const palette = (token: typeof light, onBottle: string, hover: string) => ({
  palette: {
    background: { default: token.desk, paper: token.paper },
    text: { primary: token.ink, secondary: token.pencil },
    divider: token.rule,
    primary: { main: token.bottle, dark: hover, contrastText: onBottle },
    warning: { main: token.brass },
    error: { main: token.madder },
  },
});

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: "data-scheme" },
  colorSchemes: { light: palette(light, "#fffdf7", "#10463a"), dark: palette(dark, "#10201b", "#97d6c3") },
  shape: { borderRadius: 3 },
  spacing: 4,
  typography: {
    fontFamily: "var(--sans)",
    fontSize: 14,
    button: { textTransform: "none", fontWeight: 600, letterSpacing: 0 },
  },
  transitions: {
    duration: {
      shortest: 80,
      shorter: 100,
      short: 120,
      standard: 150,
      complex: 150,
      enteringScreen: 120,
      leavingScreen: 100,
    },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiIconButton: {
      styleOverrides: {
        root: { borderRadius: 3, "@media (pointer: coarse)": { minWidth: 44, minHeight: 44 } },
      },
    },
    MuiTextField: { defaultProps: { size: "small", fullWidth: true } },
    MuiSelect: { defaultProps: { size: "small" } },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: "none" } } },
    // A list of tools is there at once: one that grows moves under the hand that is about to press on it.
    MuiMenu: {
      defaultProps: { transitionDuration: 0 },
      styleOverrides: { paper: { border: "1px solid var(--rule-strong)" } },
    },
    MuiAutocomplete: { styleOverrides: { paper: { border: "1px solid var(--rule-strong)" } } },
    MuiDialog: { styleOverrides: { paper: { border: "1px solid var(--rule-strong)" } } },
  },
});
