import { redirect } from 'next/navigation';
import type { ReactNode } from 'react';
import { dayAt } from '../../core/quantity/days';
import { Who } from '../../features/account/Who';
import { LogLine } from '../../features/log/LogLine';
import { BrokenRecords } from '../../features/records/BrokenRecords';
import { brokenRecords } from '../../features/records/queries';
import { now } from '../../server/clock';
import { requirePerson, unitsOf } from '../../server/session';
import { Shell } from '../../ui/shell/Shell';

export const dynamic = 'force-dynamic';

export default async function FarmLayout({ children }: { children: ReactNode }) {
  const person = await requirePerson();
  if (person.inSetUp) redirect('/set-up');
  const today = dayAt(now(), person.timeZone);
  const broken = await brokenRecords();
  return (
    <Shell
      personId={person.personId}
      today={today}
      isDemo={person.isDemo}
      farmName={person.farmName}
      who={<Who name={person.name} role={person.role} units={unitsOf(person)} />}
      logLine={<LogLine />}
      notices={broken.length > 0 && <BrokenRecords records={broken} mayMend={person.role === 'manager'} />}
    >
      {children}
    </Shell>
  );
}
