'use client';
import dynamic from 'next/dynamic';
import type { ComponentType } from 'react';
import { say } from '../../core/words/words';
import { Text } from './kit';

function Drawing({ className }: { className: string | undefined }) {
  return (
    <Text as="div" quiet className={className}>
      {say`Drawing…`}
    </Text>
  );
}

/** A chart that comes after the page: its library is heavy. The place it will take is held, so that nothing jumps. */
export function lazyChart<P extends object>(load: () => Promise<ComponentType<P>>, className: string | undefined) {
  return dynamic(load, { ssr: false, loading: () => <Drawing className={className} /> });
}
