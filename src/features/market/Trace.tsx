'use client';
import { shortDay } from '../../core/quantity/sayDay';
import { formatMass, formatNumber, type UnitChoice } from '../../core/quantity/units';
import { say, told, word } from '../../core/words/words';
import { Text } from '../../ui/kit/kit';
import type { Column } from '../../ui/table/columns';
import { DataTable } from '../../ui/table/DataTable';
import type { OrderPage } from './queries';

const KIND_WORDS = {
  cohort: word`fish cohort`,
  planting: 'planting',
  packed_fish: word`packed fish`,
  packed_produce: word`packed produce`,
  live_fish: word`live fish, not for food`,
  feed: 'feed',
  seed: 'seed',
};

type Trace = OrderPage['trace'];

/** The lots an order was filled from, and what those came from. */
export function WhereFrom({ trace }: { trace: Trace }) {
  return (
    <DataTable
      label={say`Where it came from`}
      rows={trace.lots}
      rowKey={(l, i) => `${l.lotId} ${i}`}
      columns={[
        {
          head: say`Lot`,
          value: (l) => l.code,
          look: { mono: true },
          cell: (l) => (
            <span style={{ paddingLeft: l.depth * 18 }}>
              {l.depth > 0 ? '← ' : ''}
              {l.code}
            </span>
          ),
        },
        { head: say`Steps back`, value: (l) => l.depth, kind: 'number', only: 'file' },
        {
          head: say`What`,
          value: (l) => `${told(KIND_WORDS[l.kind])} ${l.name}`,
          cell: (l) => (
            <>
              {told(KIND_WORDS[l.kind])}{' '}
              <Text quiet small>
                {l.name}
              </Text>
            </>
          ),
        },
        { head: say`Since`, value: (l) => l.beganOn, kind: 'day' },
        { head: say`From`, value: (l) => l.supplier ?? say`own` },
      ]}
    />
  );
}

export function WhoDid({ trace, units }: { trace: Trace; units: UnitChoice }) {
  type Event = Trace['events'][number];
  const columns: Column<Event>[] = [
    { head: say`Day`, value: (e) => e.day, kind: 'day', look: { mono: true }, cell: (e) => shortDay(e.day) },
    { head: say`What`, value: (e) => e.reason },
    { head: say`Lot`, value: (e) => e.lotCode, look: { mono: true } },
    {
      head: say`Count`,
      value: (e) => (e.count > 0 ? e.count : null),
      kind: 'number',
      look: { num: true },
      cell: (e) => (e.count > 0 ? formatNumber(e.count) : ''),
    },
    {
      head: say`Mass`,
      value: (e) => (e.massG > 0 ? e.massG : null),
      quantity: 'mass',
      look: { num: true },
      cell: (e) => (e.massG > 0 ? formatMass(e.massG, units) : ''),
    },
    { head: say`From`, value: (e) => e.from, only: 'file' },
    { head: say`To`, value: (e) => e.to, only: 'file' },
    {
      head: say`From, to`,
      value: () => null,
      only: 'screen',
      look: { mono: true, small: true },
      cell: (e) => `${e.from} → ${e.to}`,
    },
    { head: say`Who`, value: (e) => e.by },
  ];
  return (
    <details>
      <summary>{say`Who did what, when (${trace.events.length})`}</summary>
      <DataTable
        label={say`Who did what, when`}
        rows={trace.events}
        rowKey={(_e, i) => String(i)}
        columns={columns}
        units={units}
      />
    </details>
  );
}
