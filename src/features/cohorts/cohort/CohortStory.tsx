import { say, told, word } from '../../../core/words/words';
import Link from 'next/link';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatMass, formatNumber, UnitChoice } from '../../../core/quantity/units';
import type { CohortPage } from './cohortReasons';
import { takeBack } from '../actions';
import { TakeBack } from '../../../ui/form/TakeBack';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { Empty, Sheet, SheetHead, Text } from '../../../ui/kit/kit';
import { LightCell, LightRow, LightTable } from '../../../ui/kit/Table';
import { codeWords } from '../../../core/words/codes';

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

interface StoryLine {
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

function storyLines(page: CohortPage): StoryLine[] {
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

/** All that is recorded about a cohort; what can stand alone can be taken back. */
export function CohortStory({ page }: { page: CohortPage }) {
  const { units } = page;
  const lines = storyLines(page);
  return (
    <>
      <Sheet>
        <SheetHead>
          <h2>{say`What happened`}</h2>
          <Text quiet small>
            {say`newest first; a mistake is taken back, never erased`}
          </Text>
          {page.more.feedings + page.more.movements > 0 && (
            <Text
              as={Link}
              end
              small
              href={`/cohorts/${page.lotCode}?story=all${page.day === page.today ? '' : `&day=${page.day}`}`}
              prefetch={false}
              scroll={false}
            >
              {say`show all: ${formatNumber(page.more.feedings)} more feedings`}
              {page.more.movements > 0 && say`, ${formatNumber(page.more.movements)} more entries`}
            </Text>
          )}
        </SheetHead>
        <ScrollTable label={say`What happened`} maxHeight={460}>
          <LightTable>
            <tbody>
              {lines.map((l) => (
                <EntryRow key={l.key} l={l} />
              ))}
            </tbody>
          </LightTable>
        </ScrollTable>
      </Sheet>
      <Sheet>
        <SheetHead>
          <h2>{say`Feedings`}</h2>
          <Text quiet small>
            {say`newest first`}
          </Text>
        </SheetHead>
        {page.feedings.length === 0 ? (
          <Empty>{say`Not fed yet.`}</Empty>
        ) : (
          <ScrollTable label={say`Feedings`} maxHeight={260}>
            <LightTable>
              <tbody>
                {page.feedings.map((f) => (
                  <FeedingLine key={f.movementId} f={f} units={units} />
                ))}
              </tbody>
            </LightTable>
          </ScrollTable>
        )}
      </Sheet>
    </>
  );
}

interface EntryRowProps {
  l: StoryLine;
}

function EntryRow({ l }: EntryRowProps) {
  return (
    <LightRow gone={l.takenBack}>
      <LightCell mono nowrap sort={l.day}>
        {shortDay(l.day)}
      </LightCell>
      <LightCell>
        {l.what} <Text mono>{l.count}</Text>
        {l.mass && (
          <Text as="div" mono small quiet>
            {l.mass}
          </Text>
        )}
      </LightCell>
      <LightCell>
        <Text mono>{l.where}</Text>
        {l.more && (
          <Text as="div" small quiet>
            {l.more}
          </Text>
        )}
      </LightCell>
      <LightCell right>
        {l.takenBack ? (
          <Text small quiet>
            {say`taken back`}
          </Text>
        ) : (
          l.take && <TakeBack send={takeBack} {...l.take} what={`${l.count} ${l.what}`.trim()} />
        )}
      </LightCell>
    </LightRow>
  );
}

interface FeedingLineProps {
  f: CohortPage['feedings'][number];
  units: UnitChoice;
}

function FeedingLine({ f, units }: FeedingLineProps) {
  return (
    <LightRow gone={f.takenBack}>
      <LightCell mono nowrap sort={f.day}>
        {shortDay(f.day)}
      </LightCell>
      <LightCell mono>
        {formatMass(f.massG, units)} <Text quiet>{f.place}</Text>
      </LightCell>
      <LightCell>
        <Text tone={f.response === 'none' ? 'danger' : f.response === 'slow' ? 'attention' : null}>
          {f.response === 'none' ? say`did not eat` : codeWords(f.response ?? '')}
        </Text>
        <Text as="div" small quiet>
          {[
            f.feedLot,
            f.withheldG > 0 ? say`${formatMass(f.withheldG, units)} held back` : '',
            f.farmGrownG > 0 ? say`${formatMass(f.farmGrownG, units)} farm-grown` : '',
          ]
            .filter(Boolean)
            .join(' · ')}
        </Text>
      </LightCell>
      <LightCell right>
        {f.takenBack ? (
          <Text small quiet>
            {say`taken back`}
          </Text>
        ) : (
          f.mayTakeBack && (
            <TakeBack send={takeBack} kind="movement" id={f.movementId} what={say`${formatMass(f.massG, units)} fed`} />
          )
        )}
      </LightCell>
    </LightRow>
  );
}
