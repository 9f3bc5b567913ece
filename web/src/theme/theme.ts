/** Mantine dressed in Keel Path's roles: ink on pale sheets, one accent, hairlines, no shadows. */
import { Button, createTheme, type MantineColorsTuple } from '@mantine/core';

const spruce: MantineColorsTuple = [
  '#e8f3f1',
  '#d3e6e2',
  '#a9ccc5',
  '#7ab1a7',
  '#4f998d',
  '#2c8477',
  '#0b5a53',
  '#0a5049',
  '#08443e',
  '#063732',
];

/** Its cross says nothing to whoever does not see it. */
const CLOSE = { 'aria-label': 'Close' };

/** In a low window what opens lies over its field rather than past the edge. */
const WITHIN = { flip: true, shift: { crossAxis: true, padding: 4 } };

export const theme = createTheme({
  fontFamily: '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif',
  headings: { fontFamily: '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif' },
  colors: { spruce },
  primaryColor: 'spruce',
  primaryShade: { light: 6, dark: 3 },
  defaultRadius: 3,
  autoContrast: true,
  respectReducedMotion: true,
  components: {
    Button: Button.extend({
      defaultProps: { size: 'sm' },
      styles: { root: { minHeight: 'var(--target)', fontWeight: 650 } },
      // The one primary action: spruce in both themes, with ink that reads on it.
      vars: (_theme, { variant = 'filled' }) => ({
        root:
          variant === 'filled'
            ? {
                '--button-bg': 'var(--spruce)',
                '--button-hover': 'var(--spruce)',
                '--button-color': 'var(--spruce-ink)',
              }
            : {},
      }),
    }),
    TextInput: { defaultProps: { size: 'sm' } },
    Select: { defaultProps: { size: 'sm', allowDeselect: false } },
    Modal: { defaultProps: { shadow: 'none', centered: true, closeButtonProps: CLOSE } },
    Notification: { defaultProps: { closeButtonProps: CLOSE } },
    Menu: { defaultProps: { shadow: 'none', middlewares: WITHIN } },
    Popover: { defaultProps: { middlewares: WITHIN } },
    Combobox: { defaultProps: { middlewares: { ...WITHIN, size: true } } },
    Input: {
      styles: {
        input: {
          backgroundColor: 'var(--sheet)',
          borderColor: 'var(--field-edge)',
          color: 'var(--ink)',
          minHeight: 'var(--target)',
          fontVariantNumeric: 'tabular-nums',
        },
      },
    },
    SegmentedControl: {
      styles: {
        root: {
          backgroundColor: 'transparent',
          border: '1px solid var(--field-edge)',
          padding: 0,
          minHeight: 'var(--target)',
        },
        indicator: { backgroundColor: 'var(--ink)', boxShadow: 'none', borderRadius: 2 },
        control: { border: 0 },
        label: { fontWeight: 650, color: 'var(--ink)', paddingBlock: 'calc((var(--target) - 22px) / 2)' },
      },
    },
    InputWrapper: {
      styles: {
        label: { fontSize: '0.82rem', fontWeight: 600 },
        error: { fontSize: '0.82rem', color: 'var(--stop)' },
        description: { color: 'var(--quiet)', fontSize: '0.8rem' },
      },
    },
  },
});
