'use client';
import { useEffect } from 'react';
import { NOTE_TYPED, tellTyped } from './typedEarly';

/** Stands before everything that can be typed in: nothing is lost that is typed while its page loads. */
export function TypedEarly({ nonce }: { nonce: string | undefined }) {
  useEffect(() => tellTyped(), []);
  return <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: NOTE_TYPED }} />;
}
