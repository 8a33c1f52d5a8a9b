import { describe, expect, test, vi } from 'vitest';
import { SPECIES_DEFAULTS } from '../../src/core/library/defaults';
import { randomUUID } from './helpers';
import { as, desk, faults, NOW, on, TODAY, visit } from './visitor';

/** Water that harms fish is never recorded in silence, by whatever door it is told. */
let run: (command: string, body: Record<string, unknown>) => Promise<{ ok: boolean; value?: unknown }>;
let loop: { id: string; code: string };
let tank: { id: string; code: string };
let minute = 0;
visit(async () => {
  await as('ines');
  const { runCommand } = await import('../../src/commands/registry');
  const { currentPerson } = await import('../../src/server/session');
  run = async (command, body) =>
    runCommand(await currentPerson(), { command, version: 1, entryKey: randomUUID(), body }) as never;
  const farms = await desk.owner('farm').where({ is_demo: true }).first();
  loop = await desk.owner('loop').where({ farm_id: farms.farm_id, code: 'heron' }).first();
  tank = await desk
    .owner('place')
    .where({ farm_id: farms.farm_id, loop_id: loop.id, kind: 'tank' })
    .orderBy('code')
    .first();
});

/** Every fish of the loop is of one species from now on. */
async function livesIn(code: string) {
  const lots = await desk
    .owner('balance as b')
    .join('place as p', 'p.id', 'b.place_id')
    .where({ 'p.loop_id': loop.id })
    .where('b.count', '>', 0)
    .pluck('b.lot_id');
  await desk.owner('lot').whereIn('id', lots).where({ kind: 'cohort' }).update({ species_code: code });
}

const troubles = async () =>
  (await (await import('../../src/features/round/queries')).roundPage(on())).troubles.filter(
    (t) => t.subject === loop.code && ['temperature', 'ph', 'oxygen', 'ammonia'].includes(t.kind),
  );

describe.each(SPECIES_DEFAULTS.map((s) => [s.code, s] as const))('%s', (code, fish) => {
  const hot = Math.min(fish.tempMaxC + 1, 44);

  test('in water it does not bear: form, log line and file raise the alarm', async () => {
    await run('setup.addKind', { what: 'species', code });
    await livesIn(code);
    const typed = await run('water.read', { loopId: loop.id, values: { t: hot }, confirmed: true });
    expect(JSON.stringify(typed)).toMatch(/over what .* bears .*Stop feeding/);
    expect(await troubles()).toContainEqual(expect.objectContaining({ kind: 'temperature', tone: 'danger' }));

    const line = await run('log.line', { text: `heron ph ${fish.pHRange[1] + 1.5}`, confirmed: true });
    expect(JSON.stringify(line)).toMatch(/lives at .*stop feeding/i);
    expect((await troubles()).map((t) => t.kind)).toContain('ph');

    const ok = (fish.comfortC[0] + fish.comfortC[1]) / 2;
    await run('water.read', { loopId: loop.id, values: { t: ok, ph: 7.2 }, confirmed: true });
    expect((await troubles()).filter((t) => ['temperature', 'ph'].includes(t.kind))).toEqual([]);

    // A minute later by each file, as the last one counts.
    minute += 1;
    const rows = [{ loop: 'heron', day: TODAY, time: `09:${String(minute).padStart(2, '0')}`, values: { t: hot } }];
    vi.setSystemTime(new Date(NOW.getTime() + minute * 60_000));
    expect(await run('bring.readings', { rows })).toMatchObject({ ok: true });
    expect(await troubles()).toContainEqual(expect.objectContaining({ kind: 'temperature', tone: 'danger' }));
  });

  test('its feeding is asked about, with why', async () => {
    await run('water.read', { loopId: loop.id, values: { t: hot }, confirmed: true });
    const fed = await run('fish.feed', { placeId: tank.id, massG: 1, response: 'eager' });
    expect(faults(fed).confirm![0]).toMatch(/over what .* bears[^]*Feed all the same\?/);
  });
});

describe('air that kills', () => {
  test('is told with the plantings it kills by form and by log line, and stands on top of the round', async () => {
    const line = await run('log.line', { text: 'heron air 48', confirmed: true });
    expect(JSON.stringify(line)).toMatch(/Air 48.* kills .* plants?\)/);
    const { roundPage } = await import('../../src/features/round/queries');
    const { isDanger } = await import('../../src/core/plan/troubles');
    const told = async () => (await roundPage(on())).troubles.filter(isDanger).filter((t) => t.kind === 'air');
    expect(await told()).toHaveLength(1);
    await run('water.read', { loopId: loop.id, values: { air: 19 }, confirmed: true });
    expect(await told()).toEqual([]);
  });

  test('a reading of one tank is kept for it, and a tank of another loop is refused', async () => {
    const line = await run('log.line', { text: `${tank.code} do 1.1`, confirmed: true });
    expect(JSON.stringify(line)).toMatch(/in danger of its life/);
    const { tankPage } = await import('../../src/features/cohorts/tanks/oneTankQuery');
    expect((await tankPage(tank.code, on())).dangers.join()).toMatch(/Oxygen 1\.1/);
    const other = await desk.owner('place').whereNot({ loop_id: loop.id }).whereNotNull('loop_id').first();
    expect(
      faults((await run('water.read', { loopId: loop.id, placeId: other.id, values: { t: 20 } })) as never),
    ).toHaveProperty('placeId');
  });
});
