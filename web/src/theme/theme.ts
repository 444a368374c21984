import { createTheme } from '@mui/material/styles';

/** The components of the library in our own paper and ink; all values come from tokens.css. */
export const theme = createTheme({
  palette: {
    primary: { main: '#234e70' },
    text: { primary: '#1f2933', secondary: '#55606a' },
    background: { default: '#e9e6dd', paper: '#fbf9f3' },
  },
  typography: { fontFamily: 'var(--text)', fontSize: 13, button: { textTransform: 'none' } },
  shape: { borderRadius: 3 },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { size: 'small', variant: 'outlined', disableElevation: true },
      styleOverrides: {
        root: {
          color: 'var(--ink)',
          borderColor: 'var(--hairline)',
          background: 'var(--strip)',
          padding: '2px 7px',
          minWidth: 0,
          whiteSpace: 'nowrap',
          '&:hover': { borderColor: 'var(--field)', background: 'var(--list)' },
          '&.Mui-disabled': { color: 'var(--soft)' },
        },
        contained: {
          color: 'var(--on-deep)',
          background: 'var(--deep)',
          fontWeight: 700,
          border: '1px solid var(--deep)',
          '&:hover': { background: 'var(--deep)', filter: 'brightness(1.15)' },
        },
      },
    },
    MuiAutocomplete: {
      styleOverrides: { option: { fontSize: 13, gap: 8 }, noOptions: { fontSize: 13 } },
    },
    MuiInputBase: {
      styleOverrides: { root: { fontSize: 13, background: 'var(--strip)', color: 'var(--ink)' } },
    },
  },
});
