import { readdirSync } from 'node:fs';
import { join, relative } from 'node:path';
import { build } from 'vite';
import { describe, expect, test } from 'vitest';

const ROOT = join(import.meta.dirname, '../../..');

/** Every file of core that decides what an act comes to. */
const DECIDERS = readdirSync(join(ROOT, 'src/core'), { recursive: true, encoding: 'utf8' })
  .filter((f) => /(^|\/)decide[A-Z]\w*\.ts$/.test(f))
  .map((f) => join(ROOT, 'src/core', f));

describe('what decides runs where people stand', () => {
  test('there is more than one of them', () => expect(DECIDERS.length).toBeGreaterThan(8));

  test('a browser can load all of them: nothing of a server comes along', async () => {
    const reached: string[] = [];
    const built = await build({
      ...{ root: ROOT, configFile: false, logLevel: 'silent' },
      plugins: [{ name: 'reached', transform: (_code, id) => void reached.push(relative(ROOT, id)) }],
      build: {
        ...{ write: false, minify: false },
        rollupOptions: { input: DECIDERS, preserveEntrySignatures: 'strict', output: { format: 'es' } },
      },
    });
    expect(reached.length).toBeGreaterThan(DECIDERS.length);
    expect(reached.filter((f) => /^src\/(db|server|commands|app)\/|browser-external/.test(f))).toEqual([]);
    const output = (Array.isArray(built) ? built : [built]).flatMap((b) => ('output' in b ? b.output : []));
    const code = output.map((o) => ('code' in o ? o.code : '')).join('\n');
    expect(code).toMatch(/decideFeeding/);
    expect(code).not.toMatch(/server-only|from "node:|require\("/);
  });
});
