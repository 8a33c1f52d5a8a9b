import type { Knex } from 'knex';
import { followRipeness } from '../../core/plan/followRipeness';
import type { Day } from '../../core/quantity/days';
import { inFarm } from '../../db/connection';
import { moveSteps, openSteps } from '../../db/plan';
import { loadFacts } from '../../db/slices';
import type { BackgroundJob } from '../job';

/** Once on each farm’s new day: what is planned with plants goes to the days on which they will be there, as the weather went. */
export const module: BackgroundJob = {
  name: 'follow-plants',
  cron: '11 * * * *',
  run: async (db, now) => {
    const { rows } = await db.raw('select farm_id, farm_day from farms_to_follow(?)', [now]);
    let moved = 0;
    const failed: string[] = [];
    for (const { farm_id: farmId, farm_day: farmDay } of rows as { farm_id: string; farm_day: Day }[])
      await follow(db, { farmId, farmDay, now }).then(
        (n) => (moved += n),
        // One farm that cannot be reckoned with keeps no other from its day.
        (error: unknown) => failed.push(`${farmId}: ${(error as Error).message.slice(0, 200)}`),
      );
    return { farms: rows.length, moved, ...(failed.length > 0 ? { failed } : {}) };
  },
};

function follow(db: Knex, { farmId, farmDay, now }: { farmId: string; farmDay: Day; now: Date }): Promise<number> {
  return inFarm(db, { farmId, farmDay, at: now, waitsFor: 'farm' }, async (tx) => {
    const facts = await loadFacts(tx, farmDay, true);
    const plan = await openSteps(tx);
    const followed = followRipeness({ facts, plan });
    await moveSteps(
      tx,
      followed.map(({ step, day }) => ({ id: step.id, day })),
    );
    await tx('farm').where({ farm_id: farmId }).update({ plants_followed_on: farmDay });
    return followed.length;
  });
}
