import localFont from 'next/font/local';
import './fonts.css';

/**
 * The app's letters, for the languages most farms write in: asked for with the page itself. Where they come too late for its first
 * drawing, others of about their width stand in for them until the next page: they are never exchanged under the eyes, since a
 * hundredth of a width is enough to break a row elsewhere. Letters of other Latin scripts (fonts.css) come when one is on the page.
 */
const text = localFont({
  src: '../../../node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
  variable: '--font-text',
  display: 'optional',
  weight: '200 800',
});

const figures = localFont({
  src: '../../../node_modules/@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-wght-normal.woff2',
  variable: '--font-figures',
  display: 'optional',
  weight: '200 800',
});

export const FONT_VARIABLES = `${text.variable} ${figures.variable}`;
