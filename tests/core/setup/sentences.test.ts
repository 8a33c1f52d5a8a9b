import { describe, expect, test } from 'vitest';
import { METRIC } from '../../../src/core/quantity/units';
import { hearParts } from '../../../src/core/setup/readParts';
import { sayBack } from '../../../src/core/setup/sentence/sayBack';
import { beds, context, machines, Speaker, tanks, type Said } from './speaker';

/** Sentences as owners say them, made at random from a grammar of our own: what is said is what is stored, nothing is dropped. */

const close = (was: unknown, wanted: unknown) =>
  typeof wanted === 'number' && typeof was === 'number'
    ? Math.abs(was - wanted) <= Math.abs(wanted) * 1e-6 + 1e-6
    : was === wanted;

function faultOf({ line, place, machine, count }: Said): string | null {
  const heard = hearParts(line, context);
  if (typeof heard === 'string') return `${line}\n  → ${heard}`;
  if (heard.notUnderstood.length > 0)
    return `${line}\n  → not understood: ${heard.notUnderstood.map((n) => n.text).join(' | ')}`;
  const parts = place ? heard.places : heard.equipment;
  if (parts.length !== count || heard.places.length + heard.equipment.length !== count)
    return `${line}\n  → ${heard.places.length} places, ${heard.equipment.length} machines, wanted ${count}`;
  const wanted = (place ?? machine)! as Record<string, unknown>;
  for (const part of parts as unknown as Record<string, unknown>[])
    for (const [key, value] of Object.entries(wanted))
      if (!close(part[key], value)) return `${line}\n  → ${key} is ${String(part[key])}, said ${String(value)}`;
  const back = sayBack(heard, METRIC).join(' ');
  return back.includes('undefined') || back.includes('NaN') ? `${line}\n  → said back as ${back}` : null;
}

describe.each([
  ['metric', false],
  ['US', true],
] as const)('in %s units', (_, isUs) => {
  test.each([
    ['tanks', tanks],
    ['machines', machines],
    ['beds', beds],
  ] as const)('500 sentences about %s: stored as they are said, every word used', (_name, sentence) => {
    const faults = Array.from({ length: 500 }, (_x, i) => faultOf(sentence(new Speaker(i * 7 + (isUs ? 1 : 0), isUs))));
    expect(faults.filter(Boolean).slice(0, 8)).toEqual([]);
  });
});

/** Words that no farm is made of. */
const STRANGE = ['zorp', 'quibble', 'blurble', 'mimsy', 'plonk', 'fnord'];

test.each([
  ['tanks', tanks],
  ['machines', machines],
  ['beds', beds],
] as const)('a strange word among %s is marked, wherever it stands, and is no name, room or loop', (_, sentence) => {
  for (let seed = 0; seed < 300; seed++) {
    const s = new Speaker(seed * 13 + 5, seed % 2 === 0);
    const { line } = sentence(s);
    const strange = s.of(STRANGE);
    // Between clauses or at an end: within a number or a name it would be another sentence.
    const words = line.split(', ');
    const at = s.whole(0, words.length);
    const spoiled = [...words.slice(0, at), strange, ...words.slice(at)].join(', ');
    const heard = hearParts(spoiled, context);
    if (typeof heard === 'string') {
      expect(heard, spoiled).toContain(strange);
      continue;
    }
    expect(heard.notUnderstood.map((n) => n.text).join(' '), spoiled).toContain(strange);
    const { from, until } = heard.notUnderstood.find((n) => n.text.includes(strange))!;
    expect(spoiled.slice(from, until)).toContain(strange);
    expect(JSON.stringify([heard.places, heard.equipment])).not.toContain(strange);
  }
});
