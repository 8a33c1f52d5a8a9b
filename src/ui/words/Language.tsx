'use client';
import { Suspense, use, type ReactNode } from 'react';
import { HOME, speakFrom, type Speech } from '../../core/words/words';
import { loadTongue } from '../../words/languages';

interface Spoken {
  locale: string;
  /** The language file, or null: English, which needs none. */
  language: string | null;
  children: ReactNode;
}

const page: { speech: Speech } = { speech: HOME };
// On the server each request has its own; this file is for the page in the browser.
const inBrowser = typeof window !== 'undefined';
if (inBrowser) speakFrom(() => page.speech);

/** Speaks to the person as the server did, before anything of the page is made to work. */
export function Language({ locale, language, children }: Spoken) {
  if (!language) return <Plain locale={locale}>{children}</Plain>;
  return (
    <Suspense>
      <Translated locale={locale} language={language}>
        {children}
      </Translated>
    </Suspense>
  );
}

function Plain({ locale, children }: { locale: string; children: ReactNode }) {
  if (inBrowser) speakInPage({ locale, tongue: null });
  return children;
}

function Translated({ locale, language, children }: Spoken & { language: string }) {
  if (inBrowser) speakInPage({ locale, tongue: use(loadTongue(language)) });
  return children;
}

function speakInPage(speech: Speech) {
  page.speech = speech;
}
