/** Mantine in the look of a measuring instrument's paper. */
import { createTheme, type MantineColorsTuple } from '@mantine/core';

const ink: MantineColorsTuple = [
  '#eef0f6',
  '#dcdfe9',
  '#b5bcd1',
  '#8c97b7',
  '#6978a1',
  '#526494',
  '#3c4c77',
  '#2c3a60',
  '#1f2a44',
  '#141c31',
];

const signal: MantineColorsTuple = [
  '#fdecea',
  '#f9d6d3',
  '#eeaaa5',
  '#e47b74',
  '#db534a',
  '#d53930',
  '#c62a21',
  '#b3261e',
  '#9a1f18',
  '#7d1510',
];

/** What all dialogs share. The next key may follow at once: they open without a transition. */
const DIALOG = {
  transitionProps: { duration: 0 },
  closeButtonProps: { 'aria-label': 'Close' },
  // The page has one banner; the head of a dialog is none.
  attributes: { header: { role: 'none' } },
};

export const theme = createTheme({
  fontFamily: "'Atkinson Hyperlegible Next Variable', sans-serif",
  fontFamilyMonospace: "'Atkinson Hyperlegible Mono Variable', monospace",
  colors: { ink, signal },
  primaryColor: 'ink',
  primaryShade: { light: 8, dark: 3 },
  autoContrast: true,
  defaultRadius: 2,
  cursorType: 'pointer',
  respectReducedMotion: true,
  focusRing: 'auto',
  components: {
    Modal: { defaultProps: DIALOG },
    Drawer: { defaultProps: DIALOG },
  },
});
