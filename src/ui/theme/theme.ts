'use client';
import { word } from '../../core/words/words';
import { createTheme } from '@mui/material/styles';
import { DARK, LIGHT, MONO, TEXT, type ToneName } from './tones';

type Tones = Readonly<Record<ToneName, string>>;

declare module '@mui/material/styles' {
  interface CssThemeVariables {
    enabled: true;
  }
  interface Palette {
    /** Our own tones, by name; in style sheets `--mui-palette-farm-…`. */
    farm: Tones;
  }
  interface PaletteOptions {
    farm?: Tones;
  }
}

const palette = (t: Tones, onPrimary: string) => ({
  primary: { main: t.water, dark: t.deep, contrastText: onPrimary },
  secondary: { main: t.leaf5 },
  error: { main: t.clay },
  warning: { main: t.roe },
  info: { main: t.water },
  success: { main: t.moss },
  background: { default: t.paper, paper: t.sheet },
  text: { primary: t.ink, secondary: t.quiet },
  divider: t.line,
  farm: t,
});

/** How large a person wants their letters, and what that is of the usual size. */
export const TEXT_SIZES = [
  ['usual', word`usual`, 100],
  ['large', word`large`, 115],
  ['largest', word`largest`, 130],
] as const;

/** Colour, type, spacing, corners, density and the dark scheme of the whole app; drawings and charts read the same tones. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: { light: { palette: palette(LIGHT, LIGHT.sheet) }, dark: { palette: palette(DARK, DARK.paper) } },
  shape: { borderRadius: 6 },
  typography: {
    fontFamily: TEXT,
    fontSize: 14,
    button: { textTransform: 'none', fontWeight: 650 },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        ':root': { '--mono': MONO },
        ...Object.fromEntries(
          TEXT_SIZES.map(([size, , percent]) => [`:root[data-text='${size}']`, { fontSize: `${percent}%` }]),
        ),
        'html, body': { height: '100%' },
        body: { margin: 0, fontSize: '0.9375rem' },
        'h1, h2, h3, p': { margin: 0 },
        h1: { fontSize: '1.25rem' },
        h2: { fontSize: '1rem' },
        h3: { fontSize: '0.9375rem' },
        a: { color: 'var(--mui-palette-farm-water)' },
        ':focus-visible': { outline: '3px solid var(--mui-palette-farm-water)', outlineOffset: 2, borderRadius: 4 },
        // A field shows its focus by its own frame; a second ring would cut its label.
        '.MuiInputBase-input:focus-visible': { outline: 'none' },
        // What a details element hides does not inherit from it: without this its fields are larger than others.
        'details > *': { boxSizing: 'border-box' },
        '@media (prefers-reduced-motion: reduce)': {
          '*': { transition: 'none !important', animation: 'none !important' },
        },
      },
    },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: { root: { minHeight: 36, '@media (max-width: 760px)': { minHeight: 48 } } },
    },
    // Without it the label of the first field is cut.
    MuiDialogContent: { styleOverrides: { root: { '.MuiDialogTitle-root + &': { paddingTop: 8 } } } },
    MuiToggleButton: {
      styleOverrides: {
        root: ({ theme: t }) => ({
          textTransform: 'none',
          fontWeight: 400,
          fontSize: '0.9375rem',
          lineHeight: 1.4,
          padding: '7px 12px',
          minHeight: 40,
          '@media (max-width: 760px)': { minHeight: 48 },
          color: t.vars.palette.farm.ink,
          borderColor: t.vars.palette.farm.quiet,
          backgroundColor: t.vars.palette.farm.sheet,
          '&.Mui-selected, &.Mui-selected:hover': {
            color: t.vars.palette.farm.ink,
            fontWeight: 650,
            borderColor: t.vars.palette.farm.water,
            boxShadow: `inset 0 0 0 1px ${t.vars.palette.farm.water}`,
            backgroundColor: t.vars.palette.farm.sheet,
          },
        }),
      },
    },
    MuiTabs: {
      styleOverrides: {
        root: ({ theme: t }) => ({ minHeight: 44, borderBottom: `1px solid ${t.vars.palette.farm.line}` }),
        indicator: { height: 3 },
      },
    },
    MuiTab: {
      styleOverrides: {
        root: ({ theme: t }) => ({
          textTransform: 'none',
          fontSize: '0.9375rem',
          fontWeight: 400,
          minHeight: 44,
          minWidth: 0,
          padding: '10px 12px',
          color: t.vars.palette.farm.ink,
          '&:hover': { backgroundColor: t.vars.palette.farm.wash },
          '&[aria-current]': { fontWeight: 650 },
        }),
      },
    },
    // In letters of the reader's size: larger ones would push the name of a field into what is typed.
    MuiInputLabel: {
      styleOverrides: {
        outlined: {
          '&.MuiInputLabel-sizeSmall': { transform: 'translate(14px, 0.5625rem) scale(1)' },
          '&.MuiInputLabel-shrink': { transform: 'translate(14px, -0.5625rem) scale(0.75)' },
        },
      },
    },
    MuiOutlinedInput: {
      styleOverrides: {
        root: {
          '&.MuiInputBase-sizeSmall:not(.MuiInputBase-multiline, .MuiAutocomplete-inputRoot) > .MuiInputBase-input': {
            paddingBlock: '0.53125rem',
          },
          '&.MuiInputBase-sizeSmall.MuiInputBase-multiline': { paddingBlock: '0.53125rem' },
        },
      },
    },
    MuiAutocomplete: {
      styleOverrides: {
        root: {
          '&& .MuiOutlinedInput-root.MuiInputBase-sizeSmall': { paddingBlock: '0.375rem' },
          '&& .MuiOutlinedInput-root.MuiInputBase-sizeSmall .MuiAutocomplete-input': { paddingBlock: '0.15625rem' },
        },
      },
    },
    MuiTextField: { defaultProps: { size: 'small', fullWidth: true } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
  },
});
