'use client';
import { addDays, daysBetween, type Day } from '../../core/quantity/days';
import { dayWords } from '../../core/quantity/sayDay';
import { plural, say, word } from '../../core/words/words';
import type { FormField } from '../../ui/form/ActionForm';
import { Text } from '../../ui/kit/kit';
import { ListRoom } from './ListRoom';
import type { ChoresPage } from './queries';
import type { Column } from '../../ui/table/columns';

type Chore = ChoresPage['chores'][number];

const fieldsOf =
  (page: ChoresPage) =>
  (chore: Chore | null): FormField[] => [
    { name: 'title', label: word`What is to be done`, kind: 'text', start: chore?.title ?? '' },
    {
      name: 'placeId',
      label: word`Where`,
      kind: 'select',
      optional: true,
      options: [
        ['', word`the whole farm`],
        ...page.places.map((p): [string, string] => [p.id, `${p.code} · ${p.name}`]),
      ],
      start: chore?.placeId ?? '',
    },
    { name: 'detail', label: word`How`, kind: 'area', optional: true, start: chore?.detail ?? '' },
    { name: 'everyDays', label: word`Every so many days`, kind: 'count', half: true, start: chore?.everyDays ?? 7 },
    { name: 'minutes', label: word`Minutes`, kind: 'count', half: true, start: chore?.minutes ?? 15 },
    { name: 'startsOn', label: word`First on`, kind: 'day', start: chore?.startsOn ?? page.today },
    { name: 'caution', label: word`Caution`, kind: 'text', optional: true, start: chore?.caution ?? '' },
  ];

/** When it comes up next. */
function nextOf({ startsOn, everyDays }: Chore, today: Day): Day {
  const since = daysBetween(startsOn, today);
  return since <= 0 ? startsOn : addDays(today, (everyDays - (since % everyDays)) % everyDays);
}

const choreColumns = (today: Day): Column<Chore>[] => [
  {
    head: say`What`,
    value: (c) => c.title,
    look: { strong: true },
    cell: (c) => (
      <>
        {c.title}
        <Text as="div" small quiet>
          {[c.detail, plural(c.minutes, '# minute', '# minutes')].filter(Boolean).join(' · ')}
        </Text>
      </>
    ),
  },
  { head: say`How`, value: (c) => c.detail ?? null, only: 'file' },
  { head: say`Takes`, value: (c) => c.minutes, unit: say`min`, only: 'file' },
  { head: say`Where`, value: (c) => c.placeCode || say`the whole farm` },
  {
    head: say`How often`,
    value: (c) => (c.everyDays === 1 ? say`every day` : plural(c.everyDays, 'every # day', 'every # days')),
  },
  { head: say`Next`, value: (c) => nextOf(c, today), kind: 'day', cell: (c) => dayWords(nextOf(c, today)) },
];

/** Routine that comes up on the round by itself. */
export function ChoresRoom({ page }: { page: ChoresPage }) {
  return (
    <ListRoom<Chore>
      here="/farm/chores"
      title={say`Chores`}
      says={say`they come up on the round by themselves, in walking order`}
      list={say`Routine of the farm`}
      things={page.chores}
      columns={choreColumns(page.today)}
      nameOf={(c) => c.title}
      empty={say`None yet. Feeding, readings and what the plan asks for are on the round without being told.`}
      fields={fieldsOf(page)}
      bodyOf={({ placeId, ...values }) => ({ ...values, ...(placeId ? { placeId } : {}) })}
      saveAct="chore.save@1"
      retireAct="chore.retire@1"
      words={{ add: say`Add a chore`, change: say`Change`, retire: say`take off` }}
      mayChange={page.mayChange}
    />
  );
}
