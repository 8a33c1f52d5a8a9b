import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, test } from 'vitest';
import { LOG_EXAMPLES } from '../../src/core/log/parse';
import { LOT_KINDS } from '../../src/core/lots/lots';
import { detailFault, STEP_KINDS, stepOf } from '../../src/core/plan/steps/steps';
import { aJob, jobId, jobKey } from '../../src/core/tasks/jobs';
import { modules as sources } from '../../src/core/tasks/sources/list.generated';
import { READING_KINDS, readingFault } from '../../src/core/water/readings/readings';
import { writeRegistries } from '../../scripts/lib/registries.mjs';

/** What a registry says fits together: a new file that does not is found here, not by a grower. */
describe('registries', () => {
  test('every list is as its folder is', () => {
    expect(writeRegistries()).toEqual([]);
  });

  test('kinds of steps: each has its own place in a day, words, a form that says which step it is, and ranges that hold', () => {
    const orders = STEP_KINDS.map((k) => stepOf(k)!.order);
    expect(new Set(orders).size).toBe(orders.length);
    expect(STEP_KINDS.length).toBeGreaterThanOrEqual(11);
    for (const kind of STEP_KINDS) {
      const step = stepOf(kind)!;
      const job = aJob(jobId('step', 's1'), undefined, { kind, title: '', detail: '', stepId: 's1' });
      const form = step.form(job);
      expect(form.command).toMatch(/^[a-z]+\.[a-zA-Z]+@\d+$/);
      expect(form.body({}).stepId).toBe('s1');
      for (const [name, { range, words }] of Object.entries(step.detail as object) as [
        string,
        { range: number[]; words: string },
      ][]) {
        expect(words.length).toBeGreaterThan(3);
        expect(detailFault({ kind, detail: { [name]: range[1]! } })).toBeNull();
        expect(detailFault({ kind, detail: { [name]: range[1]! * 2 + 1 } })).toMatch(/is outside/);
      }
      expect(detailFault({ kind, detail: { colour: 3 } as never })).toMatch(/“colour” is not part of/);
    }
    expect(detailFault({ kind: 'fly' as never, detail: {} })).toMatch(/does not know the step “fly”/);
  });

  test('kinds of readings: limits in order, known by the log line’s word, refused outside with the reason', () => {
    for (const [kind, { low, high, why }] of READING_KINDS) {
      expect(low).toBeLessThan(high);
      expect(kind).toBe(kind.toLowerCase());
      expect([readingFault(kind, low), readingFault(kind, high)]).toEqual([null, null]);
      expect(readingFault(kind, high + 1)).toContain(why);
    }
    expect(readingFault('smell', 1)).toMatch(/is not a reading; know/);
  });

  test('job sources and lots have names of their own; two jobs are the same only when all of their name is', () => {
    const kinds = sources.map((s) => s.kind);
    expect(new Set(kinds).size).toBe(kinds.length);
    expect(new Set(LOT_KINDS.map((l) => l.kind)).size).toBe(LOT_KINDS.length);
    const ids = [
      jobId('feed', 'a', '2026-06-10'),
      jobId('feed', 'a', '2026-06-11'),
      jobId('feed', 'a'),
      jobId('feed', 'b', '2026-06-10'),
      jobId('read', 'a', '2026-06-10'),
      jobId('feed', 'a', '2026-06-10', 'late'),
    ];
    expect(new Set(ids.map(jobKey)).size).toBe(ids.length);
    expect(jobKey(jobId('feed', 'a', '2026-06-10'))).toBe(jobKey(ids[0]!));
  });

  test('every example of the log line is one that people may type', () => {
    expect(LOG_EXAMPLES).toEqual(expect.arrayContaining(['H3 dead 4', 'H3 move 100 H4', 'heron ph 6.4 t 17.9']));
    expect(new Set(LOG_EXAMPLES).size).toBe(LOG_EXAMPLES.length);
  });
});

describe('the kit', () => {
  test('its styles stand in a layer, so that a station’s own always win, whichever file comes first', () => {
    const sheets = ['kit', 'form', 'table', 'draw'].flatMap((part) =>
      readdirSync(`src/ui/${part}`).flatMap((name) => (name.endsWith('.module.css') ? [`src/ui/${part}/${name}`] : [])),
    );
    expect(sheets.length).toBeGreaterThan(4);
    for (const sheet of sheets)
      expect(readFileSync(sheet, 'utf8'), sheet).toMatch(/^@layer mui, kit;\n\n@layer kit \{/);
  });
});
