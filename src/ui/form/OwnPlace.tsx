'use client';
import { Suspense, useState, useSyncExternalStore, type ReactNode } from 'react';
import { HALF } from '../kit/kit';
import css from './form.module.css';

const never = () => () => undefined;

/**
 * A part of a form whose code is still to come. On a page that stands already it holds up nothing but its own place: a press that
 * brings it is answered at once. A page that comes is whole before it is worked on.
 */
export function OwnPlace({ half = false, children }: { half?: boolean | undefined; children: ReactNode }) {
  const stands = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const [later] = useState(stands);
  if (!later) return children;
  return <Suspense fallback={<div className={half ? `${css.coming} ${HALF}` : css.coming} />}>{children}</Suspense>;
}
