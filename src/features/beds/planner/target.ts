import { toMinor } from '../../../core/quantity/money';
import type { SuccessionTarget } from '../../../core/succession/types';
import { say, word } from '../../../core/words/words';
import type { FormField } from '../../../ui/form/ActionForm';
import type { Outcome } from '../../../ui/outcome';
import type { SuccessionPage } from './queries';

export type PlanBy = SuccessionTarget['by'];

/** What to plan from, as it is chosen. */
export const BY: [PlanBy, string][] = [
  ['orders', word`Promised orders`],
  ['steady', word`So much a week`],
  ['earn', word`What earns most`],
];

const DAYS: [string, string][] = [
  ['1', word`Monday`],
  ['2', word`Tuesday`],
  ['3', word`Wednesday`],
  ['4', word`Thursday`],
  ['5', word`Friday`],
  ['6', word`Saturday`],
  ['7', word`Sunday`],
];

/** What the planner asks, in the order a manager thinks of it. */
export function successionFields(by: PlanBy, page: SuccessionPage): FormField[] {
  return [
    ...whenFields(),
    ...page.products.map((p) => amountField(p, by)),
    ...limitFields(page.currency, by),
    { name: 'seconds', label: say`Search for at most, seconds`, kind: 'number', start: '60' },
  ];
}

function whenFields(): FormField[] {
  return [
    {
      name: 'weeks',
      label: say`Plan for`,
      kind: 'select',
      start: '26',
      half: true,
      options: [
        ['13', say`three months`],
        ['26', say`half a year`],
        ['39', say`nine months`],
      ],
    },
    { name: 'sowOn', label: say`Sown on`, kind: 'select', start: '1', half: true, options: DAYS },
  ];
}

function amountField({ code, name, unit, usual }: SuccessionPage['products'][number], by: PlanBy): FormField {
  const group = {
    orders: say`A week once regular orders end (0: none)`,
    steady: say`Wanted a week (0: none)`,
    earn: say`The market takes each week, at list price (0: none)`,
  }[by];
  const field = { name: `amount_${code}`, label: name, group, half: true, start: Math.round(usual) };
  return unit === 'kg' ? { ...field, kind: 'quantity', quantity: 'mass' } : { ...field, kind: 'number' };
}

function limitFields(currency: string, by: PlanBy): FormField[] {
  const group = say`Limits and costs`;
  return [
    {
      ...{ name: 'hours', group, label: say`Hours a week for plants`, kind: 'number', start: '', optional: true },
      half: true,
      help: say`Sowing to clearing, by the recipes’ minutes; what is planned already counts. Empty: no limit.`,
    },
    {
      ...{
        name: 'share',
        group,
        label: say`One crop at most, % of the room`,
        kind: 'number',
        start: '40',
        optional: true,
      },
      half: true,
      help: say`So that one pest or one lost customer does not take all. Empty: no limit.`,
    },
    {
      ...{ name: 'nutrients', group, label: say`What the fish feed`, kind: 'select', start: 'hold' },
      options: [
        ['hold', say`never plant more than they feed`],
        ['tell', say`plant all the same, and tell`],
      ],
    },
    { name: 'hour', group, label: say`One hour, ${currency}`, kind: 'number', start: '22', half: true },
    {
      name: 'plugs',
      group,
      label: say`Seed and plugs for 100 plants, ${currency}`,
      kind: 'number',
      start: '4',
      half: true,
    },
    ...(by === 'earn'
      ? []
      : [
          {
            ...{ name: 'missing', group, label: say`What is missing costs, times its price`, start: '2' },
            kind: 'number' as const,
            help: say`The sale and the customer’s trust: higher means fewer gaps and more sowings.`,
          },
        ]),
  ];
}

interface Asked {
  by: PlanBy;
  bedIds: readonly string[];
  page: SuccessionPage;
}

/** Typed values as a target of the planner, or what is wrong beside its field. */
export function readSuccession(
  v: Record<string, unknown>,
  { by, bedIds, page }: Asked,
): Outcome<{ target: SuccessionTarget; seconds: number }> {
  const wrong: Record<string, string[]> = {};
  const seconds = Number(v.seconds);
  if (!(seconds >= 2 && seconds <= 600)) wrong.seconds = [say`Between 2 and 600 seconds.`];
  for (const name of ['hour', 'plugs', 'missing', ...page.products.map((p) => `amount_${p.code}`)]) {
    if (v[name] !== undefined && !(Number(v[name]) >= 0)) wrong[name] = [say`It must be 0 or more.`];
  }
  if (v.hours !== undefined && !(Number(v.hours) > 0)) wrong.hours = [say`Over 0, or empty for no limit.`];
  if (v.share !== undefined && !(Number(v.share) > 0 && Number(v.share) <= 100))
    wrong.share = [say`Over 0 and at most 100 %, or empty for no limit.`];
  if (bedIds.length === 0) wrong.form = [say`Choose at least one bed.`];
  const amountOf = (code: string) => Number(v[`amount_${code}`] ?? 0);
  // What is promised is planned for, whatever comes after it, and however far ahead.
  const wanted = page.products.filter(({ code }) => by === 'orders' || amountOf(code) > 0);
  if (wanted.length === 0) wrong.form ??= [say`Nothing is wanted: give an amount a week for at least one product.`];
  if (Object.keys(wrong).length > 0) return { ok: false, fields: wrong };
  const target: SuccessionTarget = {
    weeks: Number(v.weeks),
    by,
    products: wanted.map(({ code }) => ({ code, amount: amountOf(code) })),
    bedIds: [...bedIds],
    sowOn: Number(v.sowOn),
    labourHoursWeek: v.hours === undefined ? null : Number(v.hours),
    mostShare: v.share === undefined ? null : Number(v.share) / 100,
    holdNutrients: v.nutrients === 'hold',
    costs: {
      hourMinor: toMinor(Number(v.hour), page.currency),
      plugs100Minor: toMinor(Number(v.plugs), page.currency),
      missingTimesPrice: v.missing === undefined ? 1 : Number(v.missing),
    },
  };
  return { ok: true, value: { target, seconds } };
}
