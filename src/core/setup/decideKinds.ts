import { decide, refuse, type Decision } from '../acts/decision';
import { said, type Effect, type ProductWritten, type Said, type Taken } from '../acts/effects';
import { careOf } from '../crops/care';
import { asItWas } from '../crops/learned';
import { goodsCode } from '../crops/recipes';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../library/defaults';
import type { Crop } from '../library/types';
import { say } from '../words/words';
import { firstFree, STALE } from './kept';
import { productsOf } from './layOut';

export type KindOf = 'species' | 'crop';

/** A species or crop of the farm as it stands in the books. */
export interface KindKnown {
  code: string;
  name: string;
  version: number;
  retired: boolean;
}

/** A species or crop of the library comes to the farm, with a product of its own; or one that was put away comes back as it was. */
export function decideAddKind(
  own: KindKnown | null,
  { what, code }: { what: KindOf; code: string },
): Decision<Taken<Said>> {
  return decide(() => {
    const known = (name: string) => () => said(say`${name} is on the farm now.`);
    if (own?.retired) return { effects: [{ does: 'kindBack', what, code }], said: known(own.name) };
    const kind = (what === 'species' ? SPECIES_DEFAULTS : CROP_DEFAULTS).find((k) => k.code === code);
    if (!kind) return refuse('code', say`That is not in the library.`);
    if (own) refuse('code', say`${kind.name} is on the farm already.`);
    const [product] = productsOf({ species: what === 'species' ? [code] : [], crops: what === 'crop' ? [code] : [] });
    const effects: Effect[] = [{ does: 'kindAdded', what, code, params: kind }];
    if (product) effects.push({ does: 'productAdded', product: { ...BARE, ...bare(product) } });
    return { effects, said: known(kind.name) };
  });
}

export const BARE = { madeFrom: null, takes: null, priceMinor: 0, leastLeftDays: 0, form: null, packSize: null };

type Bare = Pick<ProductWritten, 'code' | 'name' | 'unit' | 'speciesCode' | 'cropCode' | 'shelfLifeDays'>;
const bare = ({ code, name, unit, speciesCode, cropCode, shelfLifeDays }: Bare): Bare => ({
  ...{ code, name, unit, speciesCode, cropCode, shelfLifeDays },
});

/** Letters and digits of a name, joined by hyphens, as the codes of the library are. */
export const codeOf = (name: string) =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40) || 'own';

interface CopyKnown {
  crops: readonly Crop[];
  products: readonly Pick<
    ProductWritten,
    'code' | 'name' | 'unit' | 'cropCode' | 'madeFrom' | 'form' | 'shelfLifeDays' | 'priceMinor'
  >[];
}

interface CopyWish {
  code: string;
  name: string;
  /** Another way of growing the same: sown from the same seed, sold as the same product. */
  sameGoods?: boolean | undefined;
}

/**
 * A recipe of a farm under another name; where it is another variety, with a product like that of the first. Nothing learned comes
 * along.
 */
export function decideCopyCrop({ crops, products }: CopyKnown, wish: CopyWish): Decision<Taken<Said>> {
  return decide(() => {
    const own = crops.find((c) => c.code === wish.code);
    if (!own) return refuse('form', say`That crop is not on this farm.`);
    const name = wish.name.trim();
    const isSame = (other: { name: string }) => other.name.trim().toLowerCase() === name.toLowerCase();
    if (crops.some(isSame) || products.some(isSame))
      refuse('name', say`There is one of that name already. Give it another.`);
    const code = firstFree(codeOf(name), new Set([...crops, ...products, ...CROP_DEFAULTS].map((k) => k.code)));
    const crop = asItWas(own);
    const { recipeOf: _recipeOf, sownIn: _sownIn, ...numbers } = crop;
    const goods = wish.sameGoods ? { recipeOf: goodsCode(crop) } : {};
    const params: Crop = { ...numbers, ...goods, code, name, care: careOf(crop), basis: say`Set by this farm` };
    const effects: Effect[] = [{ does: 'kindAdded', what: 'crop', code, params }];
    const sold = products.find((p) => p.cropCode === goodsCode(crop) && p.madeFrom === null);
    if (sold && !wish.sameGoods) {
      const { unit, form, shelfLifeDays, priceMinor } = sold;
      const product = { ...BARE, code, name, unit, speciesCode: null, cropCode: code, form, shelfLifeDays, priceMinor };
      effects.push({ does: 'productAdded', product });
    }
    const words = wish.sameGoods
      ? say`${name} is on the farm now, sold as before and sown from the same seed; say when it is sown, and change what is different.`
      : say`${name} is on the farm now, with a product of its own; change in it what is different.`;
    return { effects, said: () => said(words) };
  });
}

interface Leaving {
  own: KindKnown | null;
  /** What its going would do to what is here and planned, in words. */
  asked: readonly string[];
}

/** A species or crop leaves the farm's choices; what is here of it goes on. */
export function decideRetireKind(
  { own, asked }: Leaving,
  { what, code, version }: { what: KindOf; code: string; version: number },
): Decision<Taken<Said>> {
  return decide((asks) => {
    if (!own) return refuse('code', say`Choose one of this farm.`);
    if (own.retired || own.version !== version) refuse('form', STALE());
    if (asked.length > 0) asks.push(...asked, say`Put ${own.name} away all the same?`);
    return {
      effects: [{ does: 'kindRetired', what, code, version }],
      said: () => said(say`${own.name} is put away. Taking it from the library again brings it back as it was.`),
    };
  });
}
