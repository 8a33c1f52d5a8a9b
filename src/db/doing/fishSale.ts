import { STALE } from '../../core/setup/kept';
import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { gradesFault, type WrittenGrade } from '../../core/fish/liveSale';
import type { Tx } from '../connection';

export interface FishSale {
  code: string;
  version: number;
  /** Killed and sold by weight. */
  food?: { name: string; priceMinor: number; shelfLifeDays: number };
  /** Sold alive by length; with any of these the species is no food. */
  grades: WrittenGrade[];
}

/** Days that netted fish may wait in holding. Planning default. */
const HOLDING_DAYS = 7;

/**
 * Says how a farm sells a species. A grade keeps its identity by its name; what orders or lots name already stays, so a
 * promise never loses its product. @throws {RuleBroken} with the field `grades` or `food.name` to mend
 */
export async function saveFishSale(tx: Tx, farmId: string, sale: FishSale): Promise<void> {
  const species = await tx('species').where({ code: sale.code }).forUpdate().first('version');
  if (!species) throw new RuleBroken('form', say`Take the species onto this farm first.`);
  if (species.version !== sale.version) throw new RuleBroken('form', STALE());
  const fault = gradesFault(sale.grades);
  if (fault) throw new RuleBroken('grades', fault);
  const there: Row[] = await tx('product')
    .where({ species_code: sale.code, made_from: null })
    .select('code', 'name', 'unit');
  const add = (row: object) => tx('product').insert({ farm_id: farmId, species_code: sale.code, ...row });
  await saveFood(tx, sale, { there, add });
  await saveGrades(tx, sale, { there, add });
  await tx('species')
    .where({ code: sale.code })
    .update({ version: species.version + 1 });
}

interface Row {
  code: string;
  name: string;
  unit: string;
}
/** What is sold of it so far, and how one more is added. */
interface Products {
  there: Row[];
  add: (row: object) => PromiseLike<unknown>;
}

async function saveFood(tx: Tx, { code, food }: FishSale, { there, add }: Products) {
  const known = there.find((p) => p.unit === 'kg');
  const values = food && { name: food.name.trim(), price_minor: food.priceMinor, shelf_life_days: food.shelfLifeDays };
  if (values && known) await tx('product').where({ code: known.code }).update(values);
  else if (values) await add({ code, unit: 'kg', ...values });
  else if (known) await drop(tx, known, 'food.name');
}

async function saveGrades(tx: Tx, { code, grades }: FishSale, { there, add }: Products) {
  const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
  const known = there.filter((p) => p.unit === 'fish');
  for (const gone of known.filter((p) => !grades.some((g) => same(g.name, p.name)))) await drop(tx, gone, 'grades');
  const taken = new Set(there.map((p) => p.code));
  for (const grade of grades) {
    const values = {
      name: grade.name.trim(),
      live_from_cm: grade.fromCm,
      live_to_cm: grade.toCm,
      price_minor: grade.priceMinor,
    };
    const own = known.find((p) => same(p.name, grade.name));
    if (own) await tx('product').where({ code: own.code }).update(values);
    else await add({ code: freeCode(`${code}-live`, taken), unit: 'fish', shelf_life_days: HOLDING_DAYS, ...values });
  }
}

function freeCode(start: string, taken: Set<string>): string {
  let n = 1;
  while (taken.has(`${start}-${n}`)) n++;
  taken.add(`${start}-${n}`);
  return `${start}-${n}`;
}

async function drop(tx: Tx, product: Row, field: string) {
  const ordered = await tx('order_line').where({ product_code: product.code }).first('id');
  const made = ordered ?? (await tx('lot').where({ product_code: product.code }).first('id'));
  if (made) throw new RuleBroken(field, say`${product.name} is on orders or lots already, so it stays; keep its line.`);
  const base = await tx('product').where({ made_from: product.code }).first('name');
  if (base) throw new RuleBroken(field, say`${base.name} is made of ${product.name}: it stays as long as that one.`);
  await tx('product').where({ code: product.code }).del();
}
