import { createTheme } from "@mui/material/styles";

const FONT = '"Archivo Variable", system-ui, sans-serif';

/** Material's components in the bench's own paper, copper and petrol; the same colours stand in global.css. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: "data-theme" },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: "#12505b" },
        secondary: { main: "#b3562b" },
        error: { main: "#a3301e" },
        background: { default: "#faf6ef", paper: "#fffdf9" },
        text: { primary: "#1e2426", secondary: "#5b6467" },
        divider: "#e3dacb",
      },
    },
    dark: {
      palette: {
        primary: { main: "#7cc3cd", contrastText: "#0d1416" },
        secondary: { main: "#e08a5b" },
        error: { main: "#f0907f" },
        background: { default: "#14191b", paper: "#1b2124" },
        text: { primary: "#ece6da", secondary: "#a7b0b2" },
        divider: "#343c3f",
      },
    },
  },
  // Who asks their system for less motion gets none; global.css does the same for our own.
  motion: { reducedMotion: "system" },
  shape: { borderRadius: 6 },
  typography: {
    fontFamily: FONT,
    body1: { fontSize: "0.9375rem" },
    button: { textTransform: "none", fontWeight: 600, fontSize: "0.9375rem" },
    h1: { fontSize: "1.375rem", fontWeight: 700 },
    h2: { fontSize: "1.0625rem", fontWeight: 650 },
    h3: { fontSize: "0.9375rem", fontWeight: 650 },
  },
  components: {
    MuiButtonBase: {
      defaultProps: { disableRipple: true },
      styleOverrides: {
        root: { "&.Mui-focusVisible": { outline: "2px solid var(--petrol)", outlineOffset: -2 } },
      },
    },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: { root: { "&.MuiButton-sizeSmall": { fontSize: "0.9375rem" } } },
    },
    MuiAutocomplete: {
      styleOverrides: {
        inputRoot: { padding: "0 !important" },
        input: { padding: "7px 10px !important" },
        paper: { border: "1px solid var(--line)", boxShadow: "0 4px 14px rgb(0 0 0 / 18%)" },
      },
    },
    MuiTooltip: {
      styleOverrides: {
        tooltip: {
          padding: "6px 10px",
          border: "1px solid var(--line)",
          backgroundColor: "var(--sheet)",
          boxShadow: "0 4px 14px rgb(0 0 0 / 18%)",
          color: "var(--ink)",
          fontSize: "0.9375rem",
          fontWeight: 400,
          lineHeight: 1.4,
        },
        arrow: { color: "var(--line)" },
      },
    },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: "none" } } },
    MuiTextField: { defaultProps: { size: "small", fullWidth: true, variant: "outlined" } },
    // Labels stand above their fields at a size that can be read, rather than small on the border.
    MuiInputLabel: {
      defaultProps: { shrink: true },
      styleOverrides: {
        root: {
          position: "static",
          transform: "none",
          maxWidth: "none",
          marginBottom: 2,
          fontSize: "0.875rem",
          lineHeight: 1.4,
        },
      },
    },
    MuiOutlinedInput: {
      defaultProps: { notched: false },
      styleOverrides: {
        root: { backgroundColor: "var(--paper)", fontSize: "0.9375rem", padding: 0 },
        input: { padding: "7px 10px" },
        multiline: { padding: 0 },
        notchedOutline: { top: 0, "& legend": { display: "none" } },
      },
    },
    MuiFormHelperText: { styleOverrides: { root: { fontSize: "0.875rem", marginLeft: 2, marginRight: 0 } } },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          textTransform: "none",
          whiteSpace: "nowrap",
          padding: "4px 12px",
          "&.MuiToggleButton-sizeSmall": { fontSize: "0.9375rem" },
          color: "var(--ink)",
          borderColor: "var(--petrol)",
          "&.Mui-selected, &.Mui-selected:hover": {
            backgroundColor: "var(--petrol)",
            color: "var(--on-petrol)",
          },
          "&.Mui-focusVisible": { outline: "2px solid var(--copper)", outlineOffset: 2 },
        },
      },
    },
    MuiDialogTitle: { styleOverrides: { root: { fontSize: "1.25rem", fontWeight: 700 } } },
    // A list that still grows under a quick finger loses its tap.
    MuiMenu: { defaultProps: { transitionDuration: 0 } },
    MuiMenuItem: { styleOverrides: { root: { fontSize: "0.9375rem" } } },
  },
});
