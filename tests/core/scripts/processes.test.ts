import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, vi } from 'vitest';
import { keepRunning } from '../../../scripts/lib/processes.mjs';

/** What `npm start` does for the server and the worker. */
function listen() {
  const said: string[] = [];
  const spy = vi.spyOn(process.stdout, 'write').mockImplementation((words) => Boolean(said.push(String(words))));
  return { said, done: () => spy.mockRestore() };
}

test('a process that dies is started again, and that is said; stopped, it stays stopped', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'keep-'));
  const file = join(folder, 'starts');
  const { said, done } = listen();
  const count = () => (existsSync(file) ? readFileSync(file, 'utf8').length : 0);
  const kept = keepRunning('The server', () =>
    spawn(process.execPath, [
      '-e',
      `require('fs').appendFileSync(${JSON.stringify(file)}, 'x'); setInterval(() => {}, 1000)`,
    ]),
  );
  try {
    await vi.waitFor(() => expect(count()).toBe(1), 20_000);
    process.kill(kept.pid()!, 'SIGKILL');
    await vi.waitFor(() => expect(count()).toBe(2), 20_000);
    expect(said.join('')).toContain('The server died (SIGKILL) and is started again.');
  } finally {
    await kept.stop();
    done();
    rmSync(folder, { recursive: true, force: true });
  }
  expect(() => process.kill(kept.pid()!, 0)).toThrow();
});

test('one that dies again and again is left, and its last code is told', async () => {
  const said: string[] = [];
  const begin = () => spawn(process.execPath, ['-e', 'process.exit(3)']);
  const kept = keepRunning('The worker', begin, (words) => said.push(words), 20);
  expect(await kept.gaveUp).toBe(3);
  expect(said.join('')).toMatch(/The worker died 9 times within a minute; it is not started again/);
});
