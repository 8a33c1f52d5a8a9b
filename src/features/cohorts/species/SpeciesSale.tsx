'use client';
import { say } from '../../../core/words/words';
import { useState } from 'react';
import { toMajor, toMinor } from '../../../core/quantity/money';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { keepSale, type Said } from '../actions';
import type { SpeciesPage } from './speciesQuery';
import { SaidLines } from '../../../ui/SaidLines';
import { Sheet, SheetBody, SheetHead } from '../../../ui/kit/kit';

interface GradeRow {
  name: string;
  fromCm: number;
  toCm: number;
  price: number;
}

type Own = SpeciesPage['own'][number];

/** How a species of this farm is sold: by weight as food, or alive by length. */
export function SpeciesSale({ own: { species, version, sale }, page }: { own: Own; page: SpeciesPage }) {
  const [said, setSaid] = useState<Said | null>(null);
  const { currency } = page;
  const fields: FormField[] = [
    {
      name: 'name',
      label: say`As food: name on orders`,
      kind: 'text',
      start: sale.food?.name ?? '',
      optional: true,
      help: say`Empty: not sold as food.`,
    },
    {
      name: 'price',
      label: say`As food: ${currency}`,
      kind: 'quantity',
      quantity: 'perMass',
      start: sale.food ? toMajor(sale.food.priceMinor, currency) : '',
      optional: true,
    },
    {
      name: 'keeps',
      label: say`As food: keeps on ice, days`,
      kind: 'count',
      start: sale.food?.shelfLifeDays ?? '',
      optional: true,
    },
    {
      name: 'grades',
      label: say`Alive, by grade`,
      kind: 'rows',
      columns: [
        { name: 'name', label: say`Name`, kind: 'text' },
        { name: 'fromCm', label: say`From`, kind: 'quantity', quantity: 'shortLength' },
        { name: 'toCm', label: say`To`, kind: 'quantity', quantity: 'shortLength' },
        { name: 'price', label: say`${currency} a fish`, kind: 'number' },
      ],
      add: say`Another grade`,
      start: sale.grades.map((g) => ({
        name: g.name,
        fromCm: g.fromCm,
        toCm: g.toCm,
        price: toMajor(g.priceMinor, currency),
      })),
      help: say`With any grade here the fish are netted alive and never become food.`,
    },
  ];
  const minor = (price: unknown) => toMinor(Number(price), currency);
  const send = async (v: Record<string, unknown>) => {
    const wrong = foodFault(v);
    if (Object.keys(wrong).length > 0) return { ok: false as const, fields: wrong };
    const outcome = await keepSale({
      entryKey: v.entryKey,
      code: species.code,
      version,
      ...(v.name ? { food: { name: v.name, priceMinor: minor(v.price), shelfLifeDays: v.keeps } } : {}),
      grades: (v.grades as GradeRow[]).map(({ price, ...grade }) => ({ ...grade, priceMinor: minor(price) })),
    });
    return outcome.ok ? outcome : { ok: false as const, fields: besideFields(outcome.fields) };
  };
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`${species.name}: how it is sold`}</h2>
      </SheetHead>
      <SheetBody>
        <SaidLines said={said} />
        <ActionForm
          fields={fields}
          about={species.code}
          units={page.units}
          submit={say`Keep`}
          send={send}
          onDone={setSaid}
        />
      </SheetBody>
    </Sheet>
  );
}

function foodFault({ name, price, keeps }: Record<string, unknown>): Record<string, string[]> {
  if (!name) return {};
  return {
    ...(price === undefined ? { price: [say`Give its price`] } : {}),
    ...(keeps === undefined ? { keeps: [say`Give the days it keeps`] } : {}),
  };
}

/** A fault of one row or part is shown beside the field it was typed in. */
function besideFields(fields: Record<string, string[]>): Record<string, string[]> {
  const own: Record<string, string> = {
    'food.name': 'name',
    'food.priceMinor': 'price',
    'food.shelfLifeDays': 'keeps',
  };
  return Object.fromEntries(
    Object.entries(fields).map(([f, words]) => [own[f] ?? f.replace(/(^grades.*)priceMinor$/, '$1price'), words]),
  );
}
