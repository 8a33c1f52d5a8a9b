import { shortDay } from '../../../core/quantity/sayDay';
import { formatMass, formatNumber } from '../../../core/quantity/units';
import { codeWords } from '../../../core/words/codes';
import { say, told, word } from '../../../core/words/words';
import type { CohortPage } from './cohortReasons';

const REASON_WORDS: Record<string, string> = {
  receive: word`stocked`,
  move: word`moved`,
  grade: word`graded`,
  merge: word`put together`,
  purge: word`to purge`,
  dead: word`died`,
  harvest: word`harvested`,
  reverse: word`taken back`,
};

const EVENT_WORDS: Record<string, string> = {
  observe: word`observed`,
  treat: word`treated`,
  quarantine_extend: word`quarantine extended`,
  quarantine_clear: word`cleared from quarantine`,
  fallow: word`rest`,
  clean: word`cleaned`,
  loss_note: word`loss`,
};

export interface StoryLine {
  key: string;
  day: string;
  what: string;
  count: string;
  mass: string;
  where: string;
  more: string;
  takenBack: boolean;
  take: { kind: 'movement' | 'sample' | 'event'; id: string } | null;
}

/** Movements, weighings and events of a cohort as lines, the newest first. */
export function storyLines(page: CohortPage): StoryLine[] {
  const { units } = page;
  const alive = page.grades !== null;
  const what = (reason: string) => (alive && reason === 'harvest' ? say`netted` : told(REASON_WORDS[reason] ?? reason));
  const lines: StoryLine[] = [
    ...page.record.map((m) => ({
      key: m.id,
      day: m.day,
      what: what(m.reason),
      count: formatNumber(m.count),
      mass: m.massG > 0 ? formatMass(m.massG, units) : '',
      where: `${m.from} → ${alive && m.reason === 'harvest' ? 'holding' : m.to}`,
      more: [m.by, m.note].filter(Boolean).join(' · '),
      takenBack: m.takenBack,
      take: m.mayTakeBack ? { kind: 'movement' as const, id: m.id } : null,
    })),
    ...page.weighings.map((s) => ({
      key: s.id,
      day: s.day,
      what: say`weighed`,
      count: formatNumber(s.count),
      mass: '',
      where: say`mean ${formatMass(s.meanG, units)}`,
      more: s.by ?? '',
      takenBack: s.takenBack,
      take: s.mayTakeBack ? { kind: 'sample' as const, id: s.id } : null,
    })),
    ...page.events.map((e) => ({
      key: e.id,
      day: e.day,
      what: `${told(EVENT_WORDS[e.kind] ?? e.kind)}${e.state ? `: ${codeWords(e.state)}` : ''}`,
      count: '',
      mass: '',
      where: e.place ?? '',
      more: [e.by, e.words, e.until ? say`until ${shortDay(e.until)}` : ''].filter(Boolean).join(' · '),
      takenBack: e.takenBack,
      take: e.mayTakeBack ? { kind: 'event' as const, id: e.id } : null,
    })),
  ];
  return lines.sort((a, b) => (a.day < b.day ? 1 : a.day > b.day ? -1 : 0));
}
