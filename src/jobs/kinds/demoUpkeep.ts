import type { BackgroundJob } from '../job';

/** Statistics of a demo farm that people try everything on, so that its pages stay quick; and drafts nobody came back to. */
export const module: BackgroundJob = {
  name: 'demo-upkeep',
  cron: '41 3 * * *',
  run: async (db, now) => {
    const { rows } = await db.raw('select demo_upkeep(?) as discarded', [now]);
    return { discarded: rows[0].discarded };
  },
};
