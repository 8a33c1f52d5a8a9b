'use client';
import { useEffect, useRef, type ReactNode } from 'react';

const FIELD = 'input:not([type="hidden"]), textarea, select, [role="combobox"], button';

/**
 * What a press brings onto the page, elsewhere than the press: it comes into sight with its first field ready, and
 * when it goes, whoever pressed is back where they were. Give it the key of what it is about.
 */
export function Comes({ children }: { children: ReactNode }) {
  const here = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const pressed = document.activeElement;
    here.current?.querySelector<HTMLElement>(FIELD)?.focus({ preventScroll: true });
    here.current?.scrollIntoView({ block: 'nearest' });
    return () => {
      if (pressed instanceof HTMLElement && pressed.isConnected) pressed.focus();
    };
  }, []);
  return <div ref={here}>{children}</div>;
}
