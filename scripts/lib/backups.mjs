import { spawn } from 'node:child_process';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, packageBin, say } from './run.mjs';

/** A younger backup is today's. */
const TODAYS_MS = 20 * 3_600_000;

function hasTodays(folder) {
  if (!existsSync(folder)) return false;
  const dumps = readdirSync(folder).filter((name) => /^crop-cycle-.*\.dump$/.test(name));
  return dumps.some((name) => Date.now() - statSync(join(folder, name)).mtimeMs < TODAYS_MS);
}

/** Runs a backup in a process of its own. @returns its words, and whether it was written */
function backUp(env) {
  const child = spawn(process.execPath, [packageBin('tsx'), 'scripts/backup.ts'], {
    cwd: ROOT,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let words = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => (words += data));
  return new Promise((resolve) => child.once('exit', (code) => resolve({ ok: code === 0, words: words.trim() })));
}

/**
 * Lets the worker ask for the day's backup: it alone knows when, and only who started it knows the owner's address.
 * @param worker its process, with a channel @param env with the owner's DATABASE_URL
 */
export function answerWorker(worker, env) {
  const folder = process.env.BACKUP_FOLDER;
  worker.on('message', async (message) => {
    if (message?.type !== 'crop-cycle:backup') return;
    const answer = !folder
      ? { ok: true, words: 'no folder is set' }
      : hasTodays(folder)
        ? { ok: true, words: 'today’s is there' }
        : await backUp(env);
    if (!answer.ok) say(`The backup failed: ${answer.words}`);
    if (worker.connected) worker.send({ type: message.type, id: message.id, ...answer });
  });
  return worker;
}
