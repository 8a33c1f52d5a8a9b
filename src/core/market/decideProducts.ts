import { decide, refuse, type Decision } from '../acts/decision';
import { said, type Effect, type ProductWritten, type Said, type Taken } from '../acts/effects';
import type { PlantUnit } from '../quantity/units';
import { plural, say } from '../words/words';
import { takesStored } from './families';
import { firstFree, STALE } from '../setup/kept';

/** A product as it stands in the books. */
export interface ProductKnown extends ProductWritten {
  /** Fish sold alive, by length. */
  isLive: boolean;
  version: number;
  retired: boolean;
  /** Orders that are open with it. */
  openOrders: number;
}

/** What a manager says of a product, made or changed. */
interface ProductSaid {
  name: string;
  priceMinor: number;
  shelfLifeDays: number;
  leastLeftDays?: number | undefined;
  form?: string | undefined;
  packSize?: number | undefined;
}

export interface ProductChange extends ProductSaid {
  code: string;
  version: number;
  takes?: number | undefined;
}

export interface ProductWish extends ProductSaid {
  madeFrom: string;
  unit: PlantUnit;
  takes: number;
}

const isCalled = (name: string) => {
  const wanted = name.trim().toLowerCase();
  return (p: ProductKnown) => p.name.toLowerCase() === wanted;
};

const saidOf = (p: ProductSaid) => ({
  name: p.name.trim(),
  priceMinor: p.priceMinor,
  shelfLifeDays: p.shelfLifeDays,
  leastLeftDays: p.leastLeftDays ?? 0,
  form: p.form ?? null,
  packSize: p.packSize ?? null,
});

function requireKeeps(p: ProductSaid) {
  if ((p.leastLeftDays ?? 0) > p.shelfLifeDays)
    refuse('leastLeftDays', say`More than it keeps: it could never be sold.`);
}

/** Weight is lost when fish or leaves are dressed, never won. */
function requireMakes(mainUnit: string, unit: string, takes: number) {
  if (mainUnit === 'kg' && unit === 'kg' && takes < 1)
    refuse('takes', say`A kilogram cannot be made of less than a kilogram.`);
}

function change(known: readonly ProductKnown[], p: ProductChange): Effect {
  requireKeeps(p);
  const own = known.find((k) => k.code === p.code && k.version === p.version);
  if (!own) return refuse('form', STALE());
  const main = known.find((k) => k.code === own.madeFrom);
  const takes = own.takes === null ? null : (p.takes ?? own.takes);
  if (takes !== null && main) requireMakes(main.unit, own.unit, takes);
  return { does: 'productChanged', code: own.code, version: own.version, became: { ...saidOf(p), takes } };
}

/** A product has another name, price or life on the shelf from now on; orders taken before keep their price. */
export const decideProduct = (known: readonly ProductKnown[], wish: ProductChange): Decision<Taken<Said>> =>
  decide(() => ({
    effects: [change(known, wish)],
    said: () => said(say`Kept. Prices hold for orders taken from now on.`),
  }));

function add(known: readonly ProductKnown[], p: ProductWish): Extract<Effect, { does: 'productAdded' }> {
  const main = known.find((k) => k.code === p.madeFrom && !k.retired);
  if (!main) return refuse('madeFrom', say`Choose a product of this farm.`);
  if (main.madeFrom) refuse('madeFrom', say`${main.name} is made of another product: choose that one.`);
  if (main.isLive) refuse('madeFrom', say`Fish sold alive are sold by size, not made into anything.`);
  if (main.speciesCode && p.unit !== 'kg') refuse('unit', say`What is made of fish is sold by weight.`);
  requireMakes(main.unit, p.unit, p.takes);
  requireKeeps(p);
  const same = known.find(isCalled(p.name));
  if (same) refuse('name', say`There is a product called ${same.name} already.`);
  const { speciesCode, cropCode } = main;
  return {
    does: 'productAdded',
    product: {
      code: firstFree(`${main.code}-${p.form ?? p.unit}`.slice(0, 56), new Set(known.map((k) => k.code))),
      ...{ unit: p.unit, speciesCode, cropCode, madeFrom: main.code, takes: p.takes },
      ...saidOf(p),
    },
  };
}

/** A second product of a species or crop, made of the supply of its first. */
export const decideAddProduct = (known: readonly ProductKnown[], wish: ProductWish): Decision<Taken<Said>> =>
  decide(() => ({
    effects: [add(known, wish)],
    said: () => said(say`${wish.name.trim()} can be promised from now on, out of the same supply.`),
  }));

/** A product is not offered any more; what is packed or promised of it stays. */
export function decideRetireProduct(
  known: readonly ProductKnown[],
  { code, version }: { code: string; version: number },
): Decision<Taken<Said>> {
  return decide((asks) => {
    const own = known.find((k) => k.code === code && k.version === version && !k.retired);
    if (!own) return refuse('form', STALE());
    const made = known.find((k) => k.madeFrom === code && !k.retired);
    if (made) refuse('form', say`${made.name} is made of it: put that away first.`);
    if (own.openOrders > 0)
      asks.push(
        say`${own.name} is on ${own.openOrders} open orders: they stay and count as before. Put it away all the same?`,
      );
    return {
      effects: [{ does: 'productChanged', code, version, became: { retired: true } }],
      said: () => said(say`${own.name} is not offered any more.`),
    };
  });
}

export interface ProductRow {
  name: string;
  madeFrom?: string;
  unit?: PlantUnit;
  takes?: number;
  shelfLifeDays?: number;
  priceMinor?: number;
  form?: string;
  packSize?: number;
}

/** Products of a table: one that is known by its name is changed, another is added; each row finds what those above it came to. */
export function decideProducts(before: readonly ProductKnown[], rows: readonly ProductRow[]): Decision<Taken<Said>> {
  return decide(() => {
    const known = [...before];
    const effects = rows.map((row, i) => {
      const effect = within(`rows.${i}`, () => ofRow(known, row));
      follow(known, effect);
      return effect;
    });
    return { effects, said: () => said(plural(rows.length, '# product is kept.', '# products are kept.')) };
  });
}

function ofRow(known: readonly ProductKnown[], row: ProductRow): Effect {
  const own = known.find((k) => !k.retired && isCalled(row.name)(k));
  if (own)
    return change(known, {
      ...{ code: own.code, version: own.version, name: own.name, leastLeftDays: own.leastLeftDays },
      priceMinor: row.priceMinor ?? own.priceMinor,
      shelfLifeDays: row.shelfLifeDays ?? own.shelfLifeDays,
      form: row.form ?? own.form ?? undefined,
      packSize: row.packSize ?? own.packSize ?? undefined,
    });
  if (!row.madeFrom) return refuse('madeFrom', say`${row.name} is not sold here yet: say what it is made of.`);
  if (!row.takes) return refuse('takes', say`Say how much of it one takes.`);
  const main = known.find((k) => k.code === row.madeFrom);
  const unit = row.unit ?? 'kg';
  return add(known, {
    ...{ name: row.name, madeFrom: row.madeFrom, unit, form: row.form, packSize: row.packSize },
    takes: takesStored(row.takes, unit, main?.unit ?? 'kg'),
    priceMinor: row.priceMinor ?? 0,
    shelfLifeDays: row.shelfLifeDays ?? main?.shelfLifeDays ?? 0,
  });
}

/** What is wrong with a row stands beside that row. */
function within<T>(row: string, work: () => T): T {
  const decision = decide(work);
  if ('refused' in decision) return refuse(`${row}.${decision.refused.field}`, decision.refused.words);
  return decision.take;
}

/** What an effect makes of what is known. */
function follow(known: ProductKnown[], effect: Effect) {
  if (effect.does === 'productAdded')
    known.push({ ...effect.product, isLive: false, version: 1, retired: false, openOrders: 0 });
  if (effect.does === 'productChanged') {
    const i = known.findIndex((k) => k.code === effect.code);
    known[i] = { ...known[i]!, ...effect.became, version: effect.version + 1 };
  }
}

/** What products cost from now on. */
export function decidePrices(
  known: readonly ProductKnown[],
  rows: readonly { product: string; priceMinor: number }[],
): Decision<Taken<Said>> {
  return decide(() => {
    const after = [...known];
    const effects = rows.map(({ product, priceMinor }, i): Effect => {
      const own = after.find((k) => k.code === product);
      if (!own) return refuse(`rows.${i}.product`, say`Choose a product of this farm.`);
      const effect: Effect = { does: 'productChanged', code: own.code, version: own.version, became: { priceMinor } };
      follow(after, effect);
      return effect;
    });
    return {
      effects,
      said: () =>
        said(
          plural(
            rows.length,
            '# price holds for orders taken from now on.',
            '# prices hold for orders taken from now on.',
          ),
        ),
    };
  });
}
