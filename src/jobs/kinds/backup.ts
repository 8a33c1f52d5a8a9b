import { randomUUID } from 'node:crypto';
import type { BackgroundJob } from '../job';

interface Answer {
  type?: string;
  id?: string;
  ok: boolean;
  words: string;
}

/** Asks who started this process; only they know the owner's address and the folder. */
function askForBackup(): Promise<Answer> {
  const id = randomUUID();
  return new Promise((resolve) => {
    const hear = (answer: Answer) => {
      if (answer.type !== 'crop-cycle:backup' || answer.id !== id) return;
      process.off('message', hear);
      resolve(answer);
    };
    process.on('message', hear);
    process.send!({ type: 'crop-cycle:backup', id });
  });
}

/** The day's backup, where a folder for it is set (BACKUP_FOLDER). */
export const module: BackgroundJob = {
  name: 'backup',
  cron: '17 2 * * *',
  run: async () => {
    if (!process.send) return { backup: 'nobody to ask on this machine' };
    const { ok, words } = await askForBackup();
    // Said by who was asked; thrown, it is tried again.
    if (!ok) throw new Error(words);
    return { backup: words };
  },
};
