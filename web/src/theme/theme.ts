import { createTheme, type MantineColorsTuple } from '@mantine/core';

// Ink in ten steps: buttons, focus and selection are ink; clay is kept for ratings.
const ink: MantineColorsTuple = [
  '#f3f1ec',
  '#e2ded5',
  '#c9c4b8',
  '#a9a59b',
  '#868680',
  '#5b6168',
  '#434a52',
  '#2e343b',
  '#20252b',
  '#15191d',
];

export const theme = createTheme({
  colors: { ink },
  primaryColor: 'ink',
  primaryShade: 8,
  fontFamily: "'IBM Plex Sans', sans-serif",
  fontFamilyMonospace: "'IBM Plex Mono', monospace",
  defaultRadius: 2,
  components: {
    SegmentedControl: {
      styles: {
        root: {
          background: 'transparent',
          border: '1px solid var(--frame)',
          padding: 1,
          '--sc-label-color': 'var(--sheet)',
        },
        indicator: { background: 'var(--ink)', boxShadow: 'none' },
        control: { border: 0 },
      },
    },
    Menu: { styles: { dropdown: { background: 'var(--sheet)', border: '1px solid var(--frame)' } } },
  },
  fontSizes: {
    xs: 'var(--type-small)',
    sm: 'var(--type-body)',
    md: 'var(--type-lead)',
    lg: 'var(--type-head)',
    xl: 'var(--type-title)',
  },
});
