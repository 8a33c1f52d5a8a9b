import { airAt } from '../facts/airAt';
import { soldFromBench } from './recipe';
import { goodsCode, isSownOn, recipesOf } from './recipes';
import { suits } from './suits';
import { RuleBroken } from '../errors';
import { sowingForDemand } from '../plan/build';
import type { FarmFacts } from '../facts/farm';
import type { PlanStep } from '../facts/step';
import { addDays, daysBetween, type Day } from '../quantity/days';
import { say } from '../words/words';

export interface RepeatWish {
  cropCode: string;
  bedId: string;
  firstPick: Day;
  everyDays: number;
  times: number;
  /** Plants that are to be picked each time. */
  plants: number;
}

export interface RepeatedSowing {
  lotCode: string;
  sowDay: Day;
  pickDay: Day;
  steps: PlanStep[];
}

interface RepeatArgs {
  facts: Pick<FarmFacts, 'today' | 'crops' | 'places' | 'loops'>;
  wish: RepeatWish;
  codeFor: (cropCode: string, sowDay: Day) => string;
  newId: () => string;
}

const CELLS_PER_TRAY = 104;

/**
 * The same sowing every so many days, each worked back from its own first pick, so that dark weeks are sown earlier. Where the recipe
 * is not one for that time of the year and another of the same goods is, that one is taken.
 * @returns those that can still be sown, and the earliest day of a first pick where some cannot
 * @throws {RuleBroken} without the crop, a bed of it, a loop or a nursery
 */
export function repeatSowings({ facts, wish, codeFor, newId }: RepeatArgs): {
  sowings: RepeatedSowing[];
  late: Day | null;
} {
  const crop = facts.crops.find((c) => c.code === wish.cropCode && !c.retiredOn);
  const nursery = facts.places.find((p) => p.kind === 'nursery');
  const sold = crop !== undefined && soldFromBench(crop);
  const bed = sold ? nursery : facts.places.find((p) => p.id === wish.bedId && p.kind === 'bed');
  const loop = bed && (bed.loopId || sold) ? airAt(facts, bed) : undefined;
  if (!crop) throw new RuleBroken('cropCode', say`Choose a crop of this farm.`);
  if (!bed || !loop) throw new RuleBroken('bedId', say`Choose a bed of this farm.`);
  if (!nursery) throw new RuleBroken('form', say`This farm has no nursery to sow it in.`);
  const place = { nurseryId: nursery.id, bedId: bed.id, cellsPerTray: nursery.pieceSize ?? CELLS_PER_TRAY };
  const others = recipesOf(facts.crops, goodsCode(crop)).filter((c) => c !== crop && suits(c, bed.method ?? null));
  const recipes = [crop, ...others];
  let late: Day | null = null;
  const sowings = Array.from({ length: wish.times }, (_, i) => addDays(wish.firstPick, i * wish.everyDays)).flatMap(
    (pickDay) => {
      const ways = recipes.map((recipe) => ({
        recipe,
        made: sowingForDemand({
          wish: { crop: recipe, loop, nurseryAir: airAt(facts, nursery), lotCode: '', ...place },
          wantedOn: pickDay,
          plants: wish.plants,
          newId,
        }),
      }));
      const { recipe, made } = ways.find((w) => isSownOn(w.recipe, w.made.sowDay)) ?? ways[0]!;
      if (made.sowDay < facts.today) {
        late = addDays(pickDay, daysBetween(made.sowDay, facts.today));
        return [];
      }
      const lotCode = codeFor(recipe.code, made.sowDay);
      return [{ lotCode, sowDay: made.sowDay, pickDay, steps: made.steps.map((s) => ({ ...s, lotCode })) }];
    },
  );
  return { sowings, late };
}
