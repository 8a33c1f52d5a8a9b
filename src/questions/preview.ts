import { say, word } from '../core/words/words';
import { IsOptional } from 'class-validator';
import { CountField, Handled, IdField, AmountField } from '../commands/inputs';
import { EVERYONE } from '../commands/shared';
import { RuleBroken } from '../core/errors';
import type { Grade } from '../core/fish/grading';
import { gradingParts, moveOutlook, type TankOutlook } from '../core/fish/moveOutlook';
import { RANGES } from '../core/quantity/ranges';
import { question } from '../server/ask';

export interface Preview {
  tanks: TankOutlook[];
  boxes: { large: Grade; small: Grade } | null;
}

class PreviewInput extends Handled {
  @IsOptional() @IdField(word`Choose a tank`) toPlaceId?: string;
  @IsOptional() @IdField(word`Choose a tank`) smallPlaceId?: string;
  @IsOptional() @CountField(word`0 or more`, 0) count?: number;
  @IsOptional()
  @AmountField(RANGES.fishG, { words: word`Give the size as a number`, low: word`A size is over 0` })
  thresholdG?: number;
}

/** What a move or a grading would do to every tank it touches. */
export const module = question({
  name: 'fish.preview',
  who: EVERYONE,
  input: PreviewInput,
  cost: 3,
  answer: async ({ farm }, v): Promise<Preview> => {
    const { facts, steps } = await farm();
    const fish = facts.fish.find((f) => f.lotCode === v.lotCode && f.placeId === v.fromPlaceId);
    if (!fish) throw new RuleBroken('form', say`They are not in that tank any more. Reload.`);
    const elsewhere = ['toPlaceId', 'smallPlaceId'].find((name) => {
      const id = v[name as 'toPlaceId'];
      return id !== undefined && !facts.places.some((p) => p.id === id);
    });
    if (elsewhere) throw new RuleBroken(elsewhere, say`That tank is not on this farm.`);
    const own = { lotCode: v.lotCode, fromPlaceId: v.fromPlaceId };
    if (v.thresholdG !== undefined) {
      const to = { large: v.toPlaceId ?? v.fromPlaceId, small: v.smallPlaceId ?? v.fromPlaceId };
      const { large, small, parting } = gradingParts({
        fish,
        thresholdG: v.thresholdG,
        largePlaceId: to.large,
        smallPlaceId: to.small,
      });
      return { tanks: moveOutlook(facts, steps, parting), boxes: { large, small } };
    }
    const count = Math.min(v.count ?? fish.count, fish.count);
    const parts = v.toPlaceId ? [{ toPlaceId: v.toPlaceId, count }] : [];
    return { tanks: moveOutlook(facts, steps, { ...own, parts }), boxes: null };
  },
});
