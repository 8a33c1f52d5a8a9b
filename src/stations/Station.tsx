'use client';
import { useEffect, type ComponentType } from 'react';
import { useShown } from './Farm';
import { rememberFirst, type Shown } from './useVisits';
import { VIEWS } from './views';

/** The station that is shown. @param first what the server drew */
export function Station({ first }: { first: Shown }) {
  const { name, code, page } = useShown() ?? first;
  useEffect(() => rememberFirst(first), [first]);
  const View = VIEWS[name] as ComponentType<{ page: unknown }>;
  return <View key={`${name} ${code}`} page={page} />;
}
