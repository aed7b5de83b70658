import { createTheme } from '@mui/material/styles';
import { tokens, type Palette as OwnPalette } from './tokens';

declare module '@mui/material/styles' {
  interface ColorSchemeOverrides {
    dusk: true;
    sun: true;
  }
  interface Palette {
    jasperwren: OwnPalette;
  }
  interface PaletteOptions {
    jasperwren?: OwnPalette;
  }
}

const schemeOf = (own: OwnPalette) => ({
  palette: {
    jasperwren: own,
    primary: { main: own.jasper, contrastText: own.onJasper },
    secondary: { main: own.slate },
    success: { main: own.moss },
    warning: { main: own.ochre },
    error: { main: own.jasper },
    info: { main: own.slate },
    background: { default: own.paper, paper: own.card },
    text: { primary: own.ink, secondary: own.soft },
    divider: own.line,
  },
});

/** An instrument, not an office: paper, ink and hairlines; square-ish corners; nothing floats. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-light' },
  colorSchemes: {
    light: schemeOf(tokens.light),
    dark: schemeOf(tokens.night),
    sun: { palette: createTheme({ palette: { mode: 'light', ...schemeOf(tokens.sun).palette } }).palette },
    dusk: { palette: createTheme({ palette: { mode: 'dark', ...schemeOf(tokens.dusk).palette } }).palette },
  },
  shape: { borderRadius: tokens.radius },
  typography: {
    fontFamily: '"Atkinson Hyperlegible", "DejaVu Sans", sans-serif',
    fontSize: 16,
    h1: { fontSize: '1.9rem', fontWeight: 700, lineHeight: 1.2 },
    h2: { fontSize: '1.25rem', fontWeight: 700, lineHeight: 1.3 },
    h3: { fontSize: '1.05rem', fontWeight: 700, lineHeight: 1.3 },
    body1: { fontSize: '1.05rem' },
    body2: { fontSize: '0.95rem' },
    button: { textTransform: 'none', fontWeight: 700, fontSize: '1.05rem' },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: 'tabular-nums' },
        // A link that nothing else colours: never the browser's own blue.
        a: { color: 'var(--mui-palette-jasperwren-slate)' },
        ':focus-visible': { outline: '3px solid var(--mui-palette-jasperwren-slate)', outlineOffset: 2 },
        '@media (prefers-reduced-motion: reduce)': {
          '*': { animation: 'none !important', transition: 'none !important' },
        },
        '@media print': { '.screen-only': { display: 'none !important' } },
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: { minHeight: 48, paddingInline: 20, borderWidth: 1 },
        // Towards ink under the pointer: darker by day, lighter by night, always readable.
        contained: {
          '&:hover': {
            backgroundColor:
              'color-mix(in srgb, var(--mui-palette-jasperwren-jasper) 85%, var(--mui-palette-jasperwren-ink))',
          },
        },
      },
    },
    MuiIconButton: { styleOverrides: { root: { width: 48, height: 48, borderRadius: tokens.radius } } },
    MuiPaper: { defaultProps: { elevation: 0 } },
    MuiDialog: {
      styleOverrides: {
        paper: {
          border: '1px solid var(--mui-palette-jasperwren-strongLine)',
          boxShadow: 'none',
          backgroundImage: 'none',
        },
      },
    },
    MuiDialogTitle: { styleOverrides: { root: { fontSize: '1.35rem', fontWeight: 700 } } },
    MuiMenu: {
      styleOverrides: {
        paper: { border: '1px solid var(--mui-palette-jasperwren-strongLine)', boxShadow: 'none' },
      },
    },
    MuiMenuItem: { styleOverrides: { root: { minHeight: tokens.touch, gap: 12 } } },
    MuiOutlinedInput: {
      styleOverrides: {
        input: { '&::placeholder': { color: 'var(--mui-palette-jasperwren-soft)', opacity: 1 } },
        root: { minHeight: tokens.touch, background: 'var(--mui-palette-jasperwren-card)' },
      },
    },
    MuiChip: {
      styleOverrides: {
        root: {
          borderRadius: tokens.radius,
          fontSize: '1rem',
          background: 'var(--mui-palette-jasperwren-wash)',
          border: '1px solid var(--mui-palette-jasperwren-line)',
        },
        deleteIcon: { color: 'var(--mui-palette-jasperwren-soft)' },
      },
    },
    MuiLink: { defaultProps: { underline: 'always' } },
  },
});

/** A colour of ours, in whichever light is on. */
export const colour = (name: keyof OwnPalette): string => `var(--mui-palette-jasperwren-${name})`;
