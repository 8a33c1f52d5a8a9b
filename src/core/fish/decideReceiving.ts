import { decide, refuse, type Decision } from '../acts/decision';
import { at, role, stepDone, type Taken } from '../acts/effects';
import type { StoredStep } from '../facts/step';
import type { Day } from '../quantity/days';
import { formatNumber } from '../quantity/units';
import { say } from '../words/words';
import { askedDeaths, deathsOf } from './decideDeaths';

export interface Delivered {
  count: number;
  meanG: number;
  dead: number;
  supplier?: string | undefined;
  permit?: string | undefined;
  costMinor: number | null;
}

interface Coming {
  step: StoredStep;
  today: Day;
  /** What is dangerous for them in the water they come into, in words. */
  dangers?: readonly string[];
}

/** New fish: the lot is made, transit deaths are counted, the living go into their tank. */
export function decideReceiving({ step, today, dangers = [] }: Coming, got: Delivered): Decision<Taken> {
  return decide((asks) => {
    if (got.dead > got.count)
      refuse('dead', say`${got.count} were delivered; ${got.dead} cannot have died on the way.`);
    asks.push(...askedDeaths(got.dead, got.count), ...dangers);
    const { supplier = null, permit = null, costMinor, count, meanG } = got;
    const [tank, lot] = [at(step.toPlaceId!), { made: 'lot' }];
    return {
      effects: [
        {
          ...{ does: 'lot', as: 'lot' },
          lot: {
            ...{ code: step.lotCode, kind: 'cohort', keeps: 'count', beganOn: today, speciesCode: step.speciesCode },
            ...{ startMeanG: meanG, supplier, permit, costMinor, note: step.note },
          },
        },
        {
          ...{ does: 'movement', lot, from: role('supplier'), to: tank, count, massG: count * meanG },
          ...{ reason: 'receive', stepId: step.id },
        },
        ...(got.dead > 0
          ? [deathsOf({ lotId: '', placeId: step.toPlaceId!, count: got.dead, note: say`Died on the way` }, lot)]
          : []),
        stepDone(step.id),
      ],
      said: () => say`Recorded.`,
    };
  });
}

export interface FeedDelivered {
  /** Lot number on the bag. */
  code: string;
  speciesCode: string;
  massG: number;
  pelletMm?: number | undefined;
  supplier?: string | undefined;
  costMinor: number | null;
}

interface FeedFacts {
  today: Day;
  /** The letters that lots of this species go by on the farm; undefined: it has no such species. */
  prefix: string | undefined;
}

/** Feed that came: a lot in the store. */
export function decideFeedReceiving({ today, prefix }: FeedFacts, got: FeedDelivered): Decision<Taken> {
  return decide(() => {
    if (!prefix) refuse('speciesCode', say`Choose a species of this farm.`);
    const { speciesCode, massG, supplier = null, costMinor, pelletMm = null } = got;
    const code = `FEED-${prefix}-${got.code.trim().toUpperCase()}`;
    return {
      effects: [
        {
          ...{ does: 'lot', as: 'feed', free: true },
          lot: { code, kind: 'feed', keeps: 'mass', beganOn: today, speciesCode, pelletMm, supplier, costMinor },
        },
        { does: 'movement', lot: { made: 'feed' }, from: role('supplier'), to: role('feed'), massG, reason: 'receive' },
      ],
      said: ({ feed }) => say`In the store: ${formatNumber(massG / 1000, 1)} kg as ${feed!}.`,
    };
  });
}
