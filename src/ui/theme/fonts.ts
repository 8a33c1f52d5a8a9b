import localFont from 'next/font/local';
import './fonts.css';

/**
 * The app's letters, for the languages most farms write in: asked for with the page itself, and until they come others stand in their
 * place at the same width, so that nothing jumps when they do. Letters of other Latin scripts (fonts.css) come when one is
 * on the page, and are shown from then on rather than exchanged under the eyes.
 */
const text = localFont({
  src: '../../../node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
  variable: '--font-text',
  weight: '200 800',
});

const figures = localFont({
  src: '../../../node_modules/@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-wght-normal.woff2',
  variable: '--font-figures',
  weight: '200 800',
});

export const FONT_VARIABLES = `${text.variable} ${figures.variable}`;
