import { expect, test, vi } from 'vitest';
import { RuleBroken } from '../../src/core/errors';
import { answerJson } from '../../src/server/edge';
import { log } from '../../src/server/log';
import { asOutcome } from '../../src/server/outcome';

const failing = (error: unknown) => asOutcome(() => Promise.reject(error));

test('when the database goes away the sender is told to send again, and never that nothing was recorded', async () => {
  const warned = vi.spyOn(log, 'warn').mockReturnValue();
  for (const error of [
    Object.assign(new Error('terminating connection due to administrator command'), { code: '57P01' }),
    Object.assign(new Error('connect ECONNREFUSED 127.0.0.1:5432'), { code: 'ECONNREFUSED' }),
    new Error('Connection terminated unexpectedly'),
  ]) {
    const outcome = await failing(error);
    expect(outcome).toMatchObject({ ok: false, again: true });
    expect(answerJson(outcome).status).toBe(503);
    expect(JSON.stringify(outcome)).toMatch(/did not answer.*not recorded twice/);
  }
  expect(warned).toHaveBeenCalledTimes(3);
});

test('a fault of ours is logged and is no fault of what was sent; a broken rule is', async () => {
  const logged = vi.spyOn(log, 'error').mockReturnValue();
  const ours = await failing(new TypeError('x is not a function'));
  expect([ours, answerJson(ours).status]).toMatchObject([{ again: true }, 503]);
  expect(JSON.stringify(ours)).not.toContain('not a function');
  const theirs = await failing(new RuleBroken('count', 'There are 40 here.'));
  expect(theirs).toEqual({ ok: false, fields: { count: ['There are 40 here.'] } });
  expect(answerJson(theirs).status).toBe(422);
  expect(logged).toHaveBeenCalledOnce();
});

test('who waited too long for a turn on the farm is told that, and that nothing was recorded: it is no fault of ours', async () => {
  const logged = vi.spyOn(log, 'error').mockReturnValue();
  const before = logged.mock.calls.length;
  for (const code of ['57014', '55P03']) {
    const outcome = await failing(Object.assign(new Error('canceling statement'), { code }));
    expect(outcome).toMatchObject({ ok: false, again: true });
    expect(JSON.stringify(outcome)).toMatch(/too long to get a turn. Nothing was recorded/);
    expect(JSON.stringify(outcome)).not.toMatch(/canceling/);
  }
  expect(logged.mock.calls.length).toBe(before);
});
