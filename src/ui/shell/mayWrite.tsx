'use client';
import { createContext, type ReactNode } from 'react';

/** Whether who looks may record anything; a visitor may not. */
export const MayWrite = createContext(true);

export function ReadOnly({ readOnly, children }: { readOnly: boolean; children: ReactNode }) {
  return <MayWrite value={!readOnly}>{children}</MayWrite>;
}
