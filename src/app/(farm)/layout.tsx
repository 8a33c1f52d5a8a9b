import { redirect } from 'next/navigation';
import type { ReactNode } from 'react';
import { dayAt } from '../../core/quantity/days';
import { Who } from '../../features/account/Who';
import { LogLine } from '../../features/log/LogLine';
import { logExamples } from '../../features/log/queries';
import { BrokenRecords } from '../../features/records/BrokenRecords';
import { brokenRecords, endingPapers } from '../../features/records/queries';
import { PapersEnding } from '../../features/records/PapersEnding';
import { now } from '../../server/clock';
import { requirePerson, unitsOf } from '../../server/session';
import { ReadOnly } from '../../ui/shell/mayWrite';
import { Shell } from '../../ui/shell/Shell';

export const dynamic = 'force-dynamic';

export default async function FarmLayout({ children }: { children: ReactNode }) {
  const person = await requirePerson();
  if (person.inSetUp) redirect('/set-up');
  const today = dayAt(now(), person.timeZone);
  const broken = await brokenRecords();
  const visits = person.role === 'visitor';
  return (
    <Shell
      personId={person.personId}
      today={today}
      isDemo={person.isDemo}
      farmName={person.farmName}
      who={
        <Who
          name={person.name}
          role={person.role}
          farmName={person.isDemo ? null : person.farmName}
          units={unitsOf(person)}
        />
      }
      logLine={visits ? null : <LogLine examples={await logExamples()} />}
      notices={
        <>
          {broken.length > 0 && <BrokenRecords records={broken} mayMend={person.role === 'manager'} />}
          {person.role !== 'hand' && !visits && <PapersEnding papers={await endingPapers()} today={today} />}
        </>
      }
    >
      <ReadOnly readOnly={visits}>{children}</ReadOnly>
    </Shell>
  );
}
