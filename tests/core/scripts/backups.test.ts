import { EventEmitter } from 'node:events';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, expect, test, vi } from 'vitest';
import { answerWorker } from '../../../scripts/lib/backups.mjs';

/** The worker as whoever started it hears it. */
function worker() {
  const said: Record<string, unknown>[] = [];
  const child = Object.assign(new EventEmitter(), {
    connected: true,
    send: (m: Record<string, unknown>) => said.push(m),
  });
  answerWorker(child as never, { DATABASE_URL: 'postgres://nobody@127.0.0.1:1/none' });
  return { said, ask: (id: string) => child.emit('message', { type: 'crop-cycle:backup', id }) };
}

const folder = mkdtempSync(join(tmpdir(), 'crop-cycle-backups-'));
afterEach(() => {
  delete process.env.BACKUP_FOLDER;
  rmSync(folder, { recursive: true, force: true });
});

test('the day’s backup: none without a folder, none twice a day, and a failure is told', async () => {
  const none = worker();
  none.ask('1');
  expect(none.said).toEqual([{ type: 'crop-cycle:backup', id: '1', ok: true, words: 'no folder is set' }]);

  process.env.BACKUP_FOLDER = folder;
  writeFileSync(join(folder, 'crop-cycle-2026-11-25T02-17-00Z.dump'), 'x');
  const there = worker();
  there.ask('2');
  expect(there.said).toMatchObject([{ id: '2', ok: true, words: 'today’s is there' }]);

  rmSync(join(folder, 'crop-cycle-2026-11-25T02-17-00Z.dump'));
  const failing = worker();
  failing.ask('3');
  await vi.waitFor(() => expect(failing.said).toHaveLength(1), { timeout: 60_000 });
  expect(failing.said[0]).toMatchObject({ id: '3', ok: false });
  expect(String(failing.said[0]!.words)).toMatch(/ECONNREFUSED|refused/);
});
