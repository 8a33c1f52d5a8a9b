import { keepBackup } from './lib/dump';

/** `[FOLDER]`: writes everything into a folder as one compressed file, and proves that it can be laid down again. */
const folder = process.argv[2] ?? process.env.BACKUP_FOLDER;
const whole = (name: string, usual: number) => {
  const told = process.env[name];
  if (told === undefined) return usual;
  if (/^\d{1,5}$/.test(told)) return Number(told);
  throw new Error(`${name} is a whole number.`);
};

try {
  if (!folder) throw new Error('Say where to: npm run backup -- FOLDER, or set BACKUP_FOLDER.');
  const began = performance.now();
  const kept = await keepBackup({
    ...{ url: process.env.DATABASE_URL!, folder, now: new Date() },
    ...{ newest: Math.max(1, whole('BACKUP_KEEP', 14)), days: whole('BACKUP_DAYS', 60) },
  });
  const seconds = ((performance.now() - began) / 1000).toFixed(1);
  console.log(
    `· ${kept.file}: ${kept.rows} rows of ${kept.tables} tables in ${Math.ceil(kept.bytes / 1000)} kB, laid down beside and the same, ${seconds} s.`,
  );
} catch (error) {
  console.error((error as Error).message);
  process.exitCode = 1;
}
