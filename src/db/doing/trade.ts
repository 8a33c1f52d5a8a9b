import { STALE } from '../../core/setup/kept';
import { careOf } from '../../core/crops/care';
import { asItWas } from '../../core/crops/learned';
import { CROP_DEFAULTS, SPECIES_DEFAULTS } from '../../core/library/defaults';
import type { Crop } from '../../core/library/types';
import { goodsCode } from '../../core/crops/recipes';
import { productsOf } from '../../core/setup/layOut';
import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import type { Day } from '../../core/quantity/days';
import { firstFree } from '../../core/setup/kept';
import type { Tx } from '../connection';

/** Takes a species or crop of the library over, with a product, or takes back one that was put away. @returns its name */
export async function addKind(
  tx: Tx,
  farmId: string,
  { what, code }: { what: 'species' | 'crop'; code: string },
): Promise<string> {
  const own = await tx(what).where({ code }).first('retired_on', 'params');
  if (own?.retired_on) {
    await tx(what).where({ code }).update({ retired_on: null });
    return own.params.name;
  }
  const kind = (what === 'species' ? SPECIES_DEFAULTS : CROP_DEFAULTS).find((k) => k.code === code);
  if (!kind) throw new RuleBroken('code', say`That is not in the library.`);
  if (own) throw new RuleBroken('code', say`${kind.name} is on the farm already.`);
  await tx(what).insert({ farm_id: farmId, code, params: JSON.stringify(kind) });
  if (what === 'species') await tx('fish_rule').insert({ farm_id: farmId, species_code: code });
  const [product] = productsOf({ species: what === 'species' ? [code] : [], crops: what === 'crop' ? [code] : [] });
  if (product)
    await tx('product').insert({
      farm_id: farmId,
      code: product.code,
      name: product.name,
      unit: product.unit,
      species_code: product.speciesCode,
      crop_code: product.cropCode,
      shelf_life_days: product.shelfLifeDays,
      price_minor: 0,
    });
  return kind.name;
}

/** Letters and digits of a name, joined by hyphens, as the codes of the library are. */
const codeOf = (name: string) =>
  name
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40) || 'own';

interface CopyWish {
  code: string;
  name: string;
  /** Another way of growing the same: sown from the same seed, sold as the same product. */
  sameGoods?: boolean;
}

/**
 * A recipe of a farm under another name; where it is another variety, with a product like that of the first. Nothing learned comes
 * along.
 */
export async function copyCrop(tx: Tx, farmId: string, { code, name, sameGoods }: CopyWish): Promise<void> {
  const own = await tx('crop').where({ code }).first('params');
  if (!own) throw new RuleBroken('form', say`That crop is not on this farm.`);
  const [known, products]: [{ code: string; params: Crop }[], { code: string; name: string }[]] = [
    await tx('crop').select('code', 'params'),
    await tx('product').select('code', 'name'),
  ];
  const isSame = (other: string) => other.trim().toLowerCase() === name.trim().toLowerCase();
  if (known.some((c) => isSame(c.params.name)) || products.some((p) => isSame(p.name)))
    throw new RuleBroken('name', say`There is one of that name already. Give it another.`);
  const taken = new Set([...known, ...products, ...CROP_DEFAULTS].map((k) => k.code));
  const copy = firstFree(codeOf(name), taken);
  const crop = asItWas(own.params as Crop);
  const goods = sameGoods ? { recipeOf: goodsCode(crop) } : {};
  const { recipeOf: _, sownIn: __, ...numbers } = crop;
  const params = {
    ...numbers,
    ...goods,
    code: copy,
    name: name.trim(),
    care: careOf(crop),
    basis: say`Set by this farm`,
  };
  await tx('crop').insert({ farm_id: farmId, code: copy, params: JSON.stringify(params) });
  if (sameGoods) return;
  const product = await tx('product')
    .where({ crop_code: goodsCode(crop), made_from: null })
    .first();
  if (!product) return;
  await tx('product').insert({
    ...{ farm_id: farmId, code: copy, name: name.trim(), unit: product.unit, crop_code: copy, form: product.form },
    ...{ shelf_life_days: product.shelf_life_days, price_minor: product.price_minor },
  });
}

interface Putting {
  what: 'species' | 'crop';
  code: string;
  version: number;
}

/** A species or crop that is not stocked or sown any more; what is here of it stays. */
export async function retireKind(tx: Tx, { what, code, version }: Putting, today: Day): Promise<void> {
  const changed = await tx(what)
    .where({ code, version, retired_on: null })
    .update({ retired_on: today, version: version + 1 });
  if (changed === 0) throw new RuleBroken('form', STALE());
}
