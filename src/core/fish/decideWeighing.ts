import { decide, refuse, type Decision } from '../acts/decision';
import type { Effect } from '../acts/effects';
import type { FarmFacts, FishFact } from '../facts/farm';
import type { Day } from '../quantity/days';
import { sampleDue, sampleJob } from '../tasks/sources/sample';
import { plural, say } from '../words/words';
import { gradeOf } from './grading';
import { fishAt, type Handling } from './handling';
import { readSample, sampleQuestions, type SampleRead } from './sampleCheck';

/** Fewer fish than this say little where nothing was weighed before. */
const FEW = 3;

export interface Weighing extends Handling {
  weightsG?: number[] | undefined;
  lengthsCm?: number[] | undefined;
  bulkCount?: number | undefined;
  bulkG?: number | undefined;
}

export interface Weighed {
  effects: Effect[];
  fish: FishFact;
  read: SampleRead;
  /** What the forecast said before it, g. */
  expectedG: number;
}

/** Fish are weighed, singly, by length or together; what was due is done by whatever way. */
export function decideWeighing(
  facts: Pick<FarmFacts, 'fish' | 'species'> & { today: Day },
  v: Weighing,
): Decision<Weighed> {
  return decide((asks) => {
    const fish = fishAt(facts, v, 'form');
    const species = facts.species.find((s) => s.code === fish.speciesCode)!;
    const bulk =
      v.bulkCount === undefined && v.bulkG === undefined ? null : { count: v.bulkCount ?? 0, totalG: v.bulkG ?? 0 };
    const read = readSample({ weightsG: v.weightsG ?? [], lengthsCm: v.lengthsCm ?? [], bulk }, species);
    if (read.count > fish.count)
      refuse(bulk ? 'bulkCount' : 'weightsG', say`There are only ${fish.count} fish in the tank.`);
    const expectedG = gradeOf(fish.bins, fish.referenceG, fish.count).meanG;
    asks.push(...sampleQuestions({ sample: read, expectedG, cv: species.sizeCv, relation: species }));
    if (fish.sampledOn === null && read.count < FEW)
      asks.push(
        say`Only ${plural(read.count, '# fish was weighed', '# fish were weighed')}, and none of this cohort before: one may be far from the mean. Keep it all the same?`,
      );
    const due: Effect[] =
      sampleDue(fish) <= facts.today ? [{ does: 'job', job: sampleJob(fish), title: say`Weigh fish` }] : [];
    const sample: Effect = {
      ...{
        does: 'sample',
        lotId: fish.lotId,
        placeId: fish.placeId,
        weightsG: read.weightsG,
        lengthsCm: read.lengthsCm,
      },
      ...(bulk ? { fishCount: read.count } : {}),
    };
    return { effects: [...due, sample], fish, read, expectedG };
  });
}
