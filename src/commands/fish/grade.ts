import { formatNumber } from '../../core/quantity/units';
import { gradeNow } from '../../db/doing/keeping';
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
}

export const module = command({
  name: 'fish.grade',
  version: 1,
  title: (v) => `Grade ${v.lotCode}`,
  who: CREW,
  input: GradeInput,
  run: async (doing, v) => {
    const facts = await doing.facts();
    const code = await gradeNow(doing.tx, doing.entry, facts, { ...v, confirmed: v.confirmed ?? false });
    const place = (id: string) => facts.places.find((p) => p.id === id)?.code ?? '';
    return said(
      `Graded: ${formatNumber(v.largeCount)} large ones are ${code} in ${place(v.largePlaceId)}; ${formatNumber(v.smallCount)} stay ${v.lotCode} in ${place(v.smallPlaceId)}.`,
    );
  },
  takeBack: { stays: 'A grading made two lots. Put them together again instead.' },
});
