'use client';
import { createTheme } from '@mui/material/styles';

/** Paper and water; the dark scheme is for early mornings. The same values stand as plain variables in base.css. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#1F6F78', dark: '#0E4A55', contrastText: '#FFFDF8' },
        secondary: { main: '#5B7F3A' },
        error: { main: '#A63D2F' },
        warning: { main: '#D8683C' },
        success: { main: '#4E7031' },
        background: { default: '#F5F3EC', paper: '#FFFDF8' },
        text: { primary: '#16302F', secondary: '#4F625F' },
        divider: '#D9D5C7',
      },
    },
    dark: {
      palette: {
        primary: { main: '#6FC0C9', dark: '#9AD7DD', contrastText: '#0C1B1C' },
        secondary: { main: '#A9C77F' },
        error: { main: '#F0917F' },
        warning: { main: '#EE9A73' },
        success: { main: '#A9C77F' },
        background: { default: '#101C1D', paper: '#172728' },
        text: { primary: '#E9EFE9', secondary: '#A9BBB7' },
        divider: '#2E4243',
      },
    },
  },
  shape: { borderRadius: 6 },
  typography: {
    fontFamily: '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif',
    fontSize: 14,
    button: { textTransform: 'none', fontWeight: 650 },
  },
  components: {
    MuiButton: { defaultProps: { disableElevation: true }, styleOverrides: { root: { minHeight: 36 } } },
    MuiTextField: { defaultProps: { size: 'small', fullWidth: true } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
  },
});
