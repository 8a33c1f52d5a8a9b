'use client';
import { daysBetween, type Day } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { plural, say, told, word } from '../../core/words/words';
import type { FormField } from '../../ui/form/ActionForm';
import { Mark, Text } from '../../ui/kit/kit';
import { ListRoom } from './ListRoom';
import type { PapersPage } from './queries';
import type { Column } from '../../ui/table/columns';

type Paper = PapersPage['papers'][number];

const KINDS: [string, string][] = [
  ['permit', word`permit or certificate`],
  ['rule', word`own rule`],
  ['contact', word`whom to call`],
];

const WARN_DAYS = 60;

const fieldsOf = (paper: Paper | null): FormField[] => [
  { name: 'kind', label: word`What it is`, kind: 'select', options: KINDS, start: paper?.kind ?? 'permit' },
  { name: 'title', label: word`Title`, kind: 'text', start: paper?.title ?? '' },
  { name: 'words', label: word`In words`, kind: 'area', optional: true, start: paper?.words ?? '' },
  { name: 'phone', label: word`Telephone`, kind: 'text', optional: true, half: true, start: paper?.phone ?? '' },
  { name: 'endsOn', label: word`Ends on`, kind: 'day', optional: true, half: true, start: paper?.endsOn ?? '' },
  {
    name: 'warnDays',
    label: word`Remind … days before`,
    kind: 'count',
    optional: true,
    half: true,
    start: paper?.warnDays ?? WARN_DAYS,
  },
];

/** What the farm goes by: permits with their ends, its own written rules, whom to call. */
export function PapersRoom({ page }: { page: PapersPage }) {
  return (
    <ListRoom<Paper>
      here="/farm/papers"
      title={say`Rules, permits, contacts`}
      says={say`what holds here; the cautions of the app give way to it`}
      notice={
        <Mark>
          {say`Local codes, the label and the people who are licensed decide: veterinarian, electrician, authority. In danger call the emergency number first.`}
        </Mark>
      }
      list={say`What the farm goes by`}
      things={page.papers}
      columns={paperColumns(page.today)}
      nameOf={(p) => p.title}
      empty={say`Nothing yet. Begin with whom to call at night: veterinarian, electrician, neighbour with a generator.`}
      fields={fieldsOf}
      saveAct="paper.save@1"
      retireAct="paper.retire@1"
      words={{ add: say`Add`, change: say`Change`, retire: say`put away` }}
      mayChange={page.mayChange}
    />
  );
}

const paperColumns = (today: Day): Column<PapersPage['papers'][number]>[] => [
  {
    head: say`Title`,
    value: (p) => p.title,
    look: { strong: true },
    cell: (p) => (
      <>
        {p.title}
        {p.phone && (
          <Text as="div">
            <a href={`tel:${p.phone.replace(/[^+\d]/g, '')}`}>{p.phone}</a>
          </Text>
        )}
      </>
    ),
  },
  { head: say`Telephone`, value: (p) => p.phone ?? null, only: 'file' },
  { head: say`What it is`, value: (p) => told(KINDS.find(([kind]) => kind === p.kind)![1]) },
  {
    head: say`Ends`,
    value: (p) => p.endsOn,
    kind: 'day',
    cell: (p) => <EndWords endsOn={p.endsOn} warnDays={p.warnDays} today={today} />,
  },
  { head: say`In words`, value: (p) => p.words ?? null, cell: (p) => p.words ?? '' },
];

interface EndProps {
  endsOn: Day | null;
  warnDays: number;
  today: Day;
}

function EndWords({ endsOn, warnDays, today }: EndProps) {
  if (!endsOn) return null;
  const left = daysBetween(today, endsOn);
  if (left < 0) return <Mark as="span" tone="danger">{say`ended ${shortDay(endsOn)}`}</Mark>;
  const words = plural(left, '# day', '# days');
  if (left <= warnDays) return <Mark as="span" tone="soon">{say`${shortDay(endsOn)}, in ${words}`}</Mark>;
  return shortDay(endsOn);
}
