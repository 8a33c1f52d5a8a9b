import type { ReactNode } from 'react';
import { dayAt } from '../../core/quantity/days';
import { Who } from '../../features/account/Who';
import { LogLine } from '../../features/log/LogLine';
import { now } from '../../server/clock';
import { requirePerson, unitsOf } from '../../server/session';
import { Shell } from '../../ui/shell/Shell';

export const dynamic = 'force-dynamic';

export default async function FarmLayout({ children }: { children: ReactNode }) {
  const person = await requirePerson();
  const today = dayAt(now(), person.timeZone);
  return (
    <Shell
      today={today}
      isDemo={person.isDemo}
      farmName={person.farmName}
      who={<Who name={person.name} role={person.role} units={unitsOf(person)} />}
      logLine={<LogLine />}
    >
      {children}
    </Shell>
  );
}
