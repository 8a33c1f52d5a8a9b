import { headers } from 'next/headers';
import { notFound, redirect } from 'next/navigation';
import type { ReactNode } from 'react';
import { valueOf } from '../../server/answers';
import { build } from '../../server/build';
import { requirePerson } from '../../server/session';
import { frameAnswer } from '../../stations/answers';
import { Farm } from '../../stations/Farm';
import type { FrameShown } from '../../stations/frame';
import { stationAt } from '../../stations/list';

export const dynamic = 'force-dynamic';

export default async function FarmLayout({ children }: { children: ReactNode }) {
  // What is nowhere is nowhere for everyone: nobody signs in for it.
  const path = (await headers()).get('x-crop-cycle-path') ?? '';
  if (!stationAt(path, new URLSearchParams())) notFound();
  const person = await requirePerson();
  if (person.inSetUp) redirect('/set-up');
  return (
    <Farm frame={valueOf<FrameShown>(await frameAnswer(person, true))} build={build()}>
      {children}
    </Farm>
  );
}
