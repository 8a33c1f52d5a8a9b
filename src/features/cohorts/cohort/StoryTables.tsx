'use client';
import { shortDay } from '../../../core/quantity/sayDay';
import { formatMass, type UnitChoice } from '../../../core/quantity/units';
import { codeWords } from '../../../core/words/codes';
import { say } from '../../../core/words/words';
import { TakeBack } from '../../../ui/form/TakeBack';
import { Text } from '../../../ui/kit/kit';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';
import { takeBack } from '../actions';
import type { CohortPage } from './cohortReasons';
import type { StoryLine } from './storyLines';

const Back = () => (
  <Text small quiet>
    {say`taken back`}
  </Text>
);

/** Every entry of a cohort; a file says of each whether it was taken back. */
export function Happened({ lines }: { lines: readonly StoryLine[] }) {
  const columns: Column<StoryLine>[] = [
    {
      head: say`Day`,
      value: (l) => l.day,
      kind: 'day',
      look: { mono: true, nowrap: true },
      cell: (l) => shortDay(l.day),
    },
    {
      head: say`What`,
      value: (l) => `${l.what} ${l.count} ${l.mass}`.trim(),
      cell: (l) => (
        <>
          {l.what} <Text mono>{l.count}</Text>
          {l.mass && (
            <Text as="div" mono small quiet>
              {l.mass}
            </Text>
          )}
        </>
      ),
    },
    {
      head: say`Where`,
      value: (l) => l.where,
      cell: (l) => (
        <>
          <Text mono>{l.where}</Text>
          {l.more && (
            <Text as="div" small quiet>
              {l.more}
            </Text>
          )}
        </>
      ),
    },
    { head: say`Who, and what was noted`, value: (l) => l.more, only: 'file' },
    {
      head: say`Taken back`,
      value: (l) => (l.takenBack ? say`yes` : null),
      look: { right: true },
      cell: (l) =>
        l.takenBack ? (
          <Back />
        ) : (
          l.take && <TakeBack send={takeBack} {...l.take} what={`${l.count} ${l.what}`.trim()} />
        ),
    },
  ];
  return (
    <DataTable
      label={say`What happened`}
      maxHeight={460}
      headless
      rows={lines}
      rowKey={(l) => l.key}
      gone={(l) => l.takenBack}
      columns={columns}
    />
  );
}

type Feeding = CohortPage['feedings'][number];

export function Feedings({ feedings, units }: { feedings: readonly Feeding[]; units: UnitChoice }) {
  const ate = (f: Feeding) => (f.response === 'none' ? say`did not eat` : codeWords(f.response ?? ''));
  const columns: Column<Feeding>[] = [
    {
      head: say`Day`,
      value: (f) => f.day,
      kind: 'day',
      look: { mono: true, nowrap: true },
      cell: (f) => shortDay(f.day),
    },
    {
      head: say`Fed`,
      value: (f) => f.massG,
      quantity: 'mass',
      look: { mono: true },
      cell: (f) => (
        <>
          {formatMass(f.massG, units)} <Text quiet>{f.place}</Text>
        </>
      ),
    },
    { head: say`Tank`, value: (f) => f.place, only: 'file' },
    {
      head: say`They ate`,
      value: ate,
      cell: (f) => (
        <>
          <Text tone={f.response === 'none' ? 'danger' : f.response === 'slow' ? 'attention' : null}>{ate(f)}</Text>
          <Text as="div" small quiet>
            {[
              f.feedLot,
              f.withheldG > 0 ? say`${formatMass(f.withheldG, units)} held back` : '',
              f.farmGrownG > 0 ? say`${formatMass(f.farmGrownG, units)} farm-grown` : '',
            ]
              .filter(Boolean)
              .join(' · ')}
          </Text>
        </>
      ),
    },
    { head: say`Lot of feed`, value: (f) => f.feedLot, only: 'file' },
    { head: say`Held back`, value: (f) => f.withheldG, quantity: 'mass', only: 'file' },
    { head: say`Farm-grown`, value: (f) => f.farmGrownG, quantity: 'mass', only: 'file' },
    {
      head: say`Taken back`,
      value: (f) => (f.takenBack ? say`yes` : null),
      look: { right: true },
      cell: (f) =>
        f.takenBack ? (
          <Back />
        ) : (
          f.mayTakeBack && (
            <TakeBack send={takeBack} kind="movement" id={f.movementId} what={say`${formatMass(f.massG, units)} fed`} />
          )
        ),
    },
  ];
  return (
    <DataTable
      label={say`Feedings`}
      maxHeight={260}
      headless
      rows={feedings}
      rowKey={(f) => f.movementId}
      gone={(f) => f.takenBack}
      units={units}
      columns={columns}
    />
  );
}
