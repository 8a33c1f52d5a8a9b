import { word } from '../core/words/words';
import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/atkinson-hyperlegible-mono';
import InitColorSchemeScript from '@mui/material/InitColorSchemeScript';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import type { Metadata, Viewport } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Theme } from '../ui/theme/Theme';
import { LIGHT } from '../ui/theme/tones';

export const metadata: Metadata = {
  title: { default: word`Crop Cycle`, template: word`%s · Crop Cycle` },
  description: word`Fish, crops and promises of one farm on one page.`,
};
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: LIGHT.paper };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <InitColorSchemeScript attribute="data-scheme" nonce={nonce} />
        <AppRouterCacheProvider options={{ enableCssLayer: true, nonce }}>
          <Theme>{children}</Theme>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
