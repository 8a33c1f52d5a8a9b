import { word } from '../../words/words';
import { MEDIA_L_PER_KG } from '../../water/lifeSupport';

/** Rules of thumb that a farm is planned by. Each is a planning default until the farm sets its own. */
export interface PlanningRules {
  /** Litres of filter media for a kilogram of fish. */
  mediaLPerKg: number;
  /** Feed that growing fish take in a day, percent of their weight. */
  rationPercent: number;
  /** How full a sump is while the pump runs, percent. */
  sumpFullPercent: number;
  /** Depth of media beds of which no depth was said, cm. */
  mediaDepthCm: number;
  /** Water through the tanks, times an hour, below which solids settle. */
  leastTurnover: number;
  /** Days from the last pick until a place is planted again. */
  turnoverDays: number;
}

export const USUAL_RULES: PlanningRules = {
  mediaLPerKg: MEDIA_L_PER_KG,
  rationPercent: 1.2,
  sumpFullPercent: 60,
  mediaDepthCm: 25,
  leastTurnover: 0.5,
  turnoverDays: 2,
};

interface RuleWords {
  label: string;
  /** In which it is typed and read, where it has a unit of people’s own. */
  quantity?: 'shortLength';
  range: readonly [low: number, high: number];
  source: string;
}

const FAO = word`Planning default, within the ranges of FAO Fisheries and Aquaculture Technical Paper 589.`;

/** What each rule is called, between what it lies, and where its default is from. */
export const RULES: Record<keyof PlanningRules, RuleWords> = {
  mediaLPerKg: { label: word`Media for a kilogram of fish, L`, range: [0.2, 200], source: FAO },
  rationPercent: {
    label: word`Feed a day, % of the fish’s weight`,
    range: [0.1, 10],
    source: word`Planning default for fish near market size; fry take several times as much.`,
  },
  sumpFullPercent: {
    label: word`Sump while the pump runs, % full`,
    range: [10, 95],
    source: word`Planning default of this app.`,
  },
  mediaDepthCm: { label: word`Depth of media beds`, quantity: 'shortLength', range: [5, 100], source: FAO },
  leastTurnover: {
    label: word`Lowest turnover of the tanks, times an hour`,
    range: [0.05, 10],
    source: FAO,
  },
  turnoverDays: {
    label: word`Days from the last pick to replanting`,
    range: [0, 60],
    source: word`Planning default of this app.`,
  },
};

/** What a farm has set in place of the defaults. */
export const rulesOf = (own: Partial<PlanningRules> | null | undefined): PlanningRules => ({ ...USUAL_RULES, ...own });
