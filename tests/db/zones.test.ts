import { afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import { dayAt } from '../../src/core/quantity/days';
import { randomUUID } from './helpers';
import { as, desk, visit } from './visitor';

/** The farm's day is the farm's, wherever the server stands. */
const HOME = process.env.TZ;
visit();
beforeAll(async () => {
  await desk.owner('farm').update({ time_zone: 'Asia/Tokyo' });
});
afterEach(() => {
  process.env.TZ = HOME;
});

describe.each(['Pacific/Kiritimati', 'America/Los_Angeles'])('a server that runs in %s', (zone) => {
  test('keeps the farm’s days: what is done before and after midnight at the farm, what is due, what the past shows', async () => {
    process.env.TZ = zone;
    expect(
      new Intl.DateTimeFormat('en', { timeZoneName: 'longOffset' })
        .formatToParts(new Date())
        .find((p) => p.type === 'timeZoneName')!.value,
    ).toMatch(zone.startsWith('P') ? /\+14/ : /-0[78]/);
    const { runCommand } = await import('../../src/commands/registry');
    const { currentPerson } = await import('../../src/server/session');
    const { roundPage } = await import('../../src/features/round/queries');
    const loop = await desk.owner('loop').where({ code: 'heron' }).first('id');
    const read = async (value: number) => {
      const entryKey = randomUUID();
      const sent = { command: 'water.read', version: 1, entryKey, body: { loopId: loop.id, values: { no3: value } } };
      expect(await runCommand(await currentPerson(), sent)).toMatchObject({ ok: true });
      return (
        await desk
          .owner('reading')
          .where({ entry_key: `${entryKey}:no3` })
          .first()
      ).farm_day;
    };
    const mark = zone.length;
    // 23:55 and 00:05 in Tokyo, a day apart there and nowhere else.
    vi.setSystemTime(new Date('2026-06-10T14:55:00Z'));
    await as('ines');
    expect(await read(10 + mark)).toBe('2026-06-10');
    const before = await roundPage(Promise.resolve({}));
    vi.setSystemTime(new Date('2026-06-10T15:05:00Z'));
    expect(await read(11 + mark)).toBe('2026-06-11');
    const after = await roundPage(Promise.resolve({}));
    expect([before.today, after.today]).toEqual(['2026-06-10', '2026-06-11']);
    expect(after.jobs.filter((j) => j.id.kind === 'reading').every((j) => j.id.day === '2026-06-11')).toBe(true);
    const past = await roundPage(Promise.resolve({ day: '2026-06-10' }));
    expect(past.record.some((r) => r.title === 'Water reading' && r.at === '23:55')).toBe(true);
    expect(dayAt(new Date('2026-06-10T15:05:00Z'), 'Asia/Tokyo')).toBe('2026-06-11');
  });

  test('dates leave the database as they were written', async () => {
    process.env.TZ = zone;
    const { rows } = await desk.app.raw(
      `select '2026-03-29'::date as a, array['2026-03-29'::date] as b, '2026-06-10T23:30:00Z'::timestamptz as c`,
    );
    expect(rows[0].a).toBe('2026-03-29');
    expect(rows[0].c.toISOString()).toBe('2026-06-10T23:30:00.000Z');
  });
});
