import { IsIn, IsOptional } from 'class-validator';
import { formatNumber } from '../../core/quantity/units';
import { gradeNow } from '../../db/doing/keeping';
import { requireNothingRests } from '../../db/doing/restsOn';
import { command } from '../../server/command';
import { RANGES } from '../../core/quantity/ranges';
import { AmountField, CountField, Handled, IdField, MassField } from '../inputs';
import { CREW, said } from '../shared';

class GradeInput extends Handled {
  @AmountField(RANGES.fishG, { words: 'Give the size that parts them' }) thresholdG!: number;
  @IdField('Choose a tank for the large ones') largePlaceId!: string;
  @IdField('Choose a tank for the small ones') smallPlaceId!: string;
  @CountField('At least 1 fish') largeCount!: number;
  @MassField('Give the weight of the large ones') largeG!: number;
  @CountField('At least 1 fish') smallCount!: number;
  @MassField('Give the weight of the small ones') smallG!: number;
  /** Whom planned harvests follow; the large ones unless said. */
  @IsOptional() @IsIn(['large', 'small'], { message: 'With the large ones or the small ones' }) harvests?:
    'large' | 'small';
}

const harvests = (n: number) => (n === 1 ? '1 planned harvest' : `${n} planned harvests`);

function sayPlan({ large, small }: { large: number; small: number }, code: string, lotCode: string): string[] {
  return [
    ...(large > 0 ? [`${harvests(large)} ${large === 1 ? 'goes' : 'go'} with the large ones, ${code}`] : []),
    ...(small > 0 ? [`${harvests(small)} ${small === 1 ? 'stays' : 'stay'} with ${lotCode}`] : []),
  ];
}

export const module = command({
  name: 'fish.grade',
  version: 1,
  title: (v) => `Grade ${v.lotCode}`,
  who: CREW,
  input: GradeInput,
  run: async (doing, v) => {
    const facts = await doing.facts();
    const { code, plan } = await gradeNow(doing.tx, doing.entry, facts, {
      ...v,
      harvests: v.harvests ?? 'large',
      confirmed: v.confirmed ?? false,
    });
    const place = (id: string) => facts.places.find((p) => p.id === id)?.code ?? '';
    return said(
      `Graded: ${formatNumber(v.largeCount)} large ones are ${code} in ${place(v.largePlaceId)}; ${formatNumber(v.smallCount)} stay ${v.lotCode} in ${place(v.smallPlaceId)}.`,
      sayPlan(plan, code, v.lotCode),
    );
  },
  takeBack: {
    free: requireNothingRests,
    words: () => 'Taken back: they are one lot again, where they were, with what was planned for them.',
  },
});
