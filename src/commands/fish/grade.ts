import { plural, say } from '../../core/words/words';
import { formatNumber } from '../../core/quantity/units';
import { gradeNow } from '../../db/doing/regroup';
import { requireNothingRests } from '../../db/doing/restsOn';
import { command } from '../../server/command';
import { CREW, said } from '../shared';
import { GradeInput } from './grade.input';

const harvests = (n: number) => plural(n, '# planned harvest', '# planned harvests');

function sayPlan({ large, small }: { large: number; small: number }, code: string, lotCode: string): string[] {
  return [
    ...(large > 0 ? [say`${harvests(large)} ${plural(large, 'goes', 'go')} with the large ones, ${code}`] : []),
    ...(small > 0 ? [say`${harvests(small)} ${plural(small, 'stays', 'stay')} with ${lotCode}`] : []),
  ];
}

export const module = command({
  name: 'fish.grade',
  version: 1,
  title: (v) => say`Grade ${v.lotCode}`,
  who: CREW,
  input: GradeInput,
  run: async (doing, v) => {
    const facts = await doing.facts();
    const { code, plan } = await gradeNow({
      tx: doing.tx,
      entry: doing.entry,
      facts,
      done: {
        ...v,
        harvests: v.harvests ?? 'large',
        confirmed: v.confirmed ?? false,
      },
    });
    const place = (id: string) => facts.places.find((p) => p.id === id)?.code ?? '';
    return said(
      say`Graded: ${formatNumber(v.largeCount)} large ones are ${code} in ${place(v.largePlaceId)}; ${formatNumber(v.smallCount)} stay ${v.lotCode} in ${place(v.smallPlaceId)}.`,
      sayPlan(plan, code, v.lotCode),
    );
  },
  takeBack: {
    free: requireNothingRests,
    words: () => say`Taken back: they are one lot again, where they were, with what was planned for them.`,
  },
});
