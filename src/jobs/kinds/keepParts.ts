import { addDays } from '../../core/quantity/days';
import { keepParts } from '../../db/probes';
import type { BackgroundJob } from '../job';

/** Months made ahead, days. */
const AHEAD = 70;
/** So long a batch that comes again is known as the same, ms. */
const REMEMBERED_MS = 60 * 86_400_000;

/** The monthly parts of readings to come, and which batches came: for two months. */
export const module: BackgroundJob = {
  name: 'keep-parts',
  cron: '23 2 * * *',
  run: async (db, now) => {
    const from = now.toISOString().slice(0, 10);
    return keepParts(db, { from, to: addDays(from, AHEAD), forgetBefore: new Date(now.getTime() - REMEMBERED_MS) });
  },
};
