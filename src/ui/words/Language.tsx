'use client';
import { Suspense, use, type ReactNode } from 'react';
import type { UnitChoice } from '../../core/quantity/units';
import { HOME, speakFrom, type Speech } from '../../core/words/words';
import { loadTongue } from '../../words/languages';

interface Spoken {
  locale: string;
  /** The language file, or null: English, which needs none. */
  language: string | null;
  units: UnitChoice;
  children: ReactNode;
}

const page: { speech: Speech } = { speech: HOME };
// On the server each request has its own; this file is for the page in the browser.
const inBrowser = typeof window !== 'undefined';
if (inBrowser) speakFrom(() => page.speech);

/** Speaks to the person as the server did, before anything of the page is made to work. */
export function Language({ locale, language, units, children }: Spoken) {
  if (!language)
    return (
      <Plain locale={locale} units={units}>
        {children}
      </Plain>
    );
  return (
    <Suspense>
      <Translated locale={locale} language={language} units={units}>
        {children}
      </Translated>
    </Suspense>
  );
}

function Plain({ locale, units, children }: Omit<Spoken, 'language'>) {
  if (inBrowser) speakInPage({ locale, units, tongue: null });
  return children;
}

function Translated({ locale, language, units, children }: Spoken & { language: string }) {
  if (inBrowser) speakInPage({ locale, units, tongue: use(loadTongue(language)) });
  return children;
}

function speakInPage(speech: Speech) {
  page.speech = speech;
}
