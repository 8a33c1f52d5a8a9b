import { RULES, type PlanningRules } from '../../core/setup/carries/rules';
import { word } from '../../core/words/words';
import { NumberField, VersionField } from '../inputs';

const Rule = (rule: keyof PlanningRules) => {
  const [low, high] = RULES[rule].range;
  return NumberField({ low, high, words: word`Give a number`, outside: word`From ${low} to ${high}` });
};

export class PlanningInput {
  @VersionField() version!: number;
  @Rule('mediaLPerKg') mediaLPerKg!: number;
  @Rule('rationPercent') rationPercent!: number;
  @Rule('sumpFullPercent') sumpFullPercent!: number;
  @Rule('mediaDepthCm') mediaDepthCm!: number;
  @Rule('leastTurnover') leastTurnover!: number;
  @Rule('turnoverDays') turnoverDays!: number;
}
