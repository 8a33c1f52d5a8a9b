import localFont from 'next/font/local';

/**
 * The app's letters, those of other Latin scripts with them (30 kB): all are asked for with the page itself, so that they are there
 * when it is first drawn. Where they come too late, others of about their width stand in: a hundredth of a width is enough to
 * break a row elsewhere, so they are not exchanged under the eyes. The build reads these calls as they stand: each says all of its
 * own, in plain words.
 */
const text = localFont({
  src: '../../../node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
  variable: '--font-text',
  display: 'optional',
  weight: '200 800',
});

const widerText = localFont({
  src: '../../../node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal.woff2',
  variable: '--font-wider-text',
  display: 'optional',
  weight: '200 800',
  adjustFontFallback: false,
  declarations: [
    {
      prop: 'unicode-range',
      value:
        'U+0100-02BA, U+02BD-02C5, U+02C7-02CC, U+02CE-02D7, U+02DD-02FF, U+1D00-1DBF, U+1E00-1E9F, U+1EF2-1EFF, U+20A0-20AB, U+20AD-20C0, U+2113, U+2C60-2C7F, U+A720-A7FF',
    },
  ],
});

const figures = localFont({
  src: '../../../node_modules/@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-wght-normal.woff2',
  variable: '--font-figures',
  display: 'optional',
  weight: '200 800',
});

const widerFigures = localFont({
  src: '../../../node_modules/@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-ext-wght-normal.woff2',
  variable: '--font-wider-figures',
  display: 'optional',
  weight: '200 800',
  adjustFontFallback: false,
  declarations: [
    {
      prop: 'unicode-range',
      value:
        'U+0100-02BA, U+02BD-02C5, U+02C7-02CC, U+02CE-02D7, U+02DD-02FF, U+1D00-1DBF, U+1E00-1E9F, U+1EF2-1EFF, U+20A0-20AB, U+20AD-20C0, U+2113, U+2C60-2C7F, U+A720-A7FF',
    },
  ],
});

export const FONT_VARIABLES = [text, widerText, figures, widerFigures].map((font) => font.variable).join(' ');
