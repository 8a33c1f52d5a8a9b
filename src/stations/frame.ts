import 'server-only';
import type { Day } from '../core/quantity/days';
import type { UnitChoice } from '../core/quantity/units';
import { dayAt } from '../core/quantity/days';
import { speech } from '../core/words/words';
import type { Role } from '../db/people';
import { logExamples } from '../features/log/queries';
import { brokenRecords, endingPapers, type BrokenRow } from '../features/records/queries';
import { now } from '../server/clock';
import { requirePerson, unitsOf } from '../server/session';
import { languageOf } from '../words/languages';

/** What stands around every station: who is here, on which farm and day, and what is told above all of them. */
export interface FrameShown {
  personId: string;
  name: string;
  role: Role;
  farmName: string;
  isDemo: boolean;
  today: Day;
  units: UnitChoice;
  locale: string;
  language: string | null;
  /** What one could type on the log line, in the farm’s own names; null: who only looks has none. */
  examples: string | null;
  broken: BrokenRow[];
  papers: { title: string; endsOn: Day }[];
}

export async function frameShown(): Promise<FrameShown> {
  const { personId, name, role, farmName, isDemo, timeZone, ...person } = await requirePerson();
  const visits = role === 'visitor';
  const { locale } = speech();
  return {
    ...{ personId, name, role, farmName, isDemo, locale },
    today: dayAt(now(), timeZone),
    units: unitsOf({ personId, name, role, farmName, isDemo, timeZone, ...person }),
    language: languageOf(locale),
    examples: visits ? null : await logExamples(),
    broken: await brokenRecords(),
    papers: role === 'hand' || visits ? [] : await endingPapers(),
  };
}
