'use client';
import { createTheme } from '@mui/material/styles';
import { FONT_TEXT, TOKENS } from './tokens';

/** The component library, put into the workshop's clothes: square, flat, hairlines, no ripples. */
export const theme = createTheme({
  palette: {
    mode: 'light',
    primary: { main: TOKENS.press },
    error: { main: TOKENS.madder },
    warning: { main: TOKENS.ochre },
    info: { main: TOKENS.slate },
    text: { primary: TOKENS.ink, secondary: TOKENS.pencil },
    divider: TOKENS.hairline,
    background: { default: TOKENS.paper, paper: TOKENS.sheet },
  },
  shape: { borderRadius: 2 },
  typography: { fontFamily: FONT_TEXT, fontSize: 13, button: { textTransform: 'none', fontWeight: 400 } },
  shadows: Array(25).fill('none') as never,
  transitions: { create: () => 'none' },
  components: {
    MuiButtonBase: {
      defaultProps: { disableRipple: true, disableTouchRipple: true },
      styleOverrides: { root: { '&:focus-visible': { outline: `2px solid ${TOKENS.slate}`, outlineOffset: 2 } } },
    },
    MuiButton: {
      defaultProps: { variant: 'outlined', color: 'inherit', size: 'small', disableElevation: true },
      styleOverrides: {
        root: {
          minWidth: 0,
          padding: '3px 10px',
          lineHeight: 1.5,
          borderColor: TOKENS.ink,
          fontSize: '0.8125rem',
          '&.Mui-disabled': { color: TOKENS.pencil, borderColor: TOKENS.hairline },
        },
        text: { borderColor: 'transparent', textDecoration: 'underline', textUnderlineOffset: 3, padding: '3px 4px' },
      },
    },
    MuiTextField: { defaultProps: { size: 'small', variant: 'outlined', slotProps: { inputLabel: { shrink: true } } } },
    MuiOutlinedInput: {
      styleOverrides: {
        root: { background: TOKENS.sheet, fontSize: '0.875rem', '&.MuiInputBase-multiline': { padding: 0 } },
        notchedOutline: { borderColor: TOKENS.edge },
        input: { padding: '6px 9px' },
      },
    },
    MuiInputLabel: { styleOverrides: { root: { fontSize: '0.875rem' } } },
    MuiFormHelperText: { styleOverrides: { root: { marginLeft: 0, marginRight: 0, lineHeight: 1.35 } } },
    MuiSlider: {
      defaultProps: { size: 'small' },
      styleOverrides: {
        thumb: {
          borderRadius: 1,
          width: 10,
          height: 18,
          '&:hover, &.Mui-focusVisible': { boxShadow: `0 0 0 3px ${TOKENS.slate}55` },
        },
        rail: { opacity: 1, backgroundColor: TOKENS.hairline, height: 2 },
        track: { height: 2, border: 0 },
        valueLabel: { display: 'none' },
      },
    },
    MuiDialog: {
      defaultProps: { transitionDuration: 0 },
      styleOverrides: { paper: { border: `1px solid ${TOKENS.ink}`, backgroundImage: 'none' } },
    },
    MuiDialogTitle: {
      styleOverrides: {
        root: { fontFamily: "'Zilla Slab', Georgia, serif", fontWeight: 600, fontSize: '1.25rem', paddingBottom: 4 },
      },
    },
    MuiSelect: { styleOverrides: { select: { whiteSpace: 'normal' } } },
    MuiToggleButton: {
      styleOverrides: {
        root: { color: TOKENS.ink, fontSize: '0.8125rem', textTransform: 'none', borderColor: TOKENS.edge },
      },
    },
    MuiTooltip: { styleOverrides: { tooltip: { background: TOKENS.ink, fontSize: '0.8125rem', borderRadius: 2 } } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiMenu: {
      defaultProps: { transitionDuration: 0 },
      styleOverrides: { paper: { border: `1px solid ${TOKENS.ink}` } },
    },
    MuiSnackbarContent: { styleOverrides: { root: { background: TOKENS.ink } } },
  },
});
