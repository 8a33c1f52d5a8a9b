import InitColorSchemeScript from '@mui/material/InitColorSchemeScript';
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter';
import type { Metadata, Viewport } from 'next';
import { cookies, headers } from 'next/headers';
import type { ReactNode } from 'react';
import { say, speech } from '../core/words/words';
import { TypedEarly } from '../ui/form/TypedEarly';
import { Language } from '../ui/words/Language';
import { TEXT_COOKIE } from '../words/locales';
import { languageOf } from '../words/languages';
import { currentPerson } from '../server/session';
import { FONT_VARIABLES } from '../ui/theme/fonts';
import { Theme } from '../ui/theme/Theme';
import { LIGHT } from '../ui/theme/tones';

export const generateMetadata = (): Metadata => ({
  title: { default: 'Crop Cycle', template: '%s · Crop Cycle' },
  description: say`Fish, crops and promises of one farm on one page.`,
});
export const viewport: Viewport = { width: 'device-width', initialScale: 1, themeColor: LIGHT.paper };

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  const text = (await cookies()).get(TEXT_COOKIE)?.value;
  // Who is signed in is known before anything is said: in which units.
  await currentPerson();
  const { locale, units } = speech();
  const language = languageOf(locale);
  return (
    <html lang={language ?? 'en'} data-text={text} className={FONT_VARIABLES} suppressHydrationWarning>
      <body>
        <InitColorSchemeScript attribute="data-scheme" nonce={nonce} />
        <TypedEarly nonce={nonce} />
        <AppRouterCacheProvider options={{ enableCssLayer: true, nonce }}>
          <Theme>
            <Language locale={locale} language={language} units={units}>
              {children}
            </Language>
          </Theme>
        </AppRouterCacheProvider>
      </body>
    </html>
  );
}
