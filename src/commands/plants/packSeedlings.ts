import { soldFromBench } from '../../core/crops/recipe';
import { RuleBroken } from '../../core/errors';
import { formatNumber } from '../../core/quantity/units';
import { plural, say, word } from '../../core/words/words';
import { packSurplus } from '../../db/doing/plants';
import { command } from '../../server/command';
import { plantsAt } from '../../server/plantings';
import { CREW, said } from '../shared';
import { PackSeedlingsInput } from './packSeedlings.input';

/** Surplus on the bench sold as seedlings instead of composted; what the plan still wants of them is asked about. */
export const module = command({
  name: 'plants.packSeedlings',
  version: 1,
  title: word`Pack seedlings`,
  who: CREW,
  input: PackSeedlingsInput,
  run: async (doing, v) => {
    const { tx, entry } = doing;
    const { plants, place } = await plantsAt(doing, v);
    if (plants.transplantedOn !== null)
      throw new RuleBroken('form', say`${plants.lotCode} is in its bed; seedlings are packed from the bench.`);
    const facts = await doing.facts();
    const product = facts.products.find((p) => p.code === v.productCode);
    const kind = facts.crops.find((c) => c.code === product?.cropCode);
    if (!product || !kind || !soldFromBench(kind))
      throw new RuleBroken('productCode', say`Choose a product of seedlings.`);
    const perTray = kind.plantsPerUnit ?? 1;
    const taken = v.trays * perTray;
    if (taken > plants.count)
      throw new RuleBroken(
        'trays',
        say`${formatNumber(plants.count)} of ${plants.lotCode} are on ${place.code}: enough for ${plural(Math.floor(plants.count / perTray), '# tray', '# trays')} of ${perTray}.`,
      );
    const planned = (await doing.steps())
      .filter((s) => s.lotCode === plants.lotCode && s.kind === 'transplant')
      .reduce((sum, s) => sum + s.count, 0);
    const left = plants.count - taken;
    if (planned > left && !v.confirmed)
      throw new RuleBroken(
        'confirm',
        say`The plan transplants ${formatNumber(planned)} of them; ${formatNumber(left)} would be left. Is that so?`,
      );
    const code = await packSurplus({ tx, entry, plants, product, perTray, trays: v.trays });
    return said(
      say`${plural(v.trays, '# tray', '# trays')} packed as ${code}; ${formatNumber(left)} of ${plants.lotCode} stay on ${place.code}.`,
    );
  },
  takeBack: { words: () => say`Taken back: the seedlings are on the bench again.` },
});
