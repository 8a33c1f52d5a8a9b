import type { BackgroundJob } from '../job';

/** Sessions that have ended, tries long ago and devices not seen for a year. */
export const module: BackgroundJob = {
  name: 'clear-old-sign-ins',
  cron: '17 * * * *',
  run: async (db, now) => {
    const { rows } = await db.raw('select clear_old_sign_ins(?) as gone', [now]);
    return { gone: rows[0].gone };
  },
};
