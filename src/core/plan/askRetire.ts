import { say, plural } from '../words/words';
import type { Day } from '../quantity/days';
import { shortDay } from '../quantity/sayDay';
import { formatNumber } from '../quantity/units';
import type { FarmFacts } from '../facts/farm';
import type { PlanStep } from '../facts/step';

interface AskRetireArgs {
  facts: FarmFacts;
  plan: readonly PlanStep[];
  what: 'species' | 'crop';
  code: string;
}

/** What putting a species or crop away leaves standing: what is here of it, what is planned, what is promised. */
export function askRetire({ facts, plan, what, code }: AskRetireArgs): string[] {
  const here =
    what === 'species'
      ? facts.fish.filter((f) => f.speciesCode === code)
      : facts.plantings.filter((p) => p.cropCode === code);
  const count = here.reduce((sum, h) => sum + h.count, 0);
  const places = [...new Set(here.map((h) => facts.places.find((p) => p.id === h.placeId)?.code ?? ''))];
  const begins = plan.filter((s) =>
    what === 'species' ? s.kind === 'stock' && s.speciesCode === code : s.kind === 'sow' && s.cropCode === code,
  );
  const first = begins.map((s): Day => s.day).sort()[0];
  const codes = new Set(
    facts.products.filter((p) => (what === 'species' ? p.speciesCode : p.cropCode) === code).map((p) => p.code),
  );
  const orders = new Set(facts.promises.filter((p) => codes.has(p.productCode)).map((p) => p.orderCode));
  return [
    ...(count > 0
      ? [
          what === 'species'
            ? say`${formatNumber(count)} fish of it are in ${places.join(', ')}. They stay, are fed and counted as before.`
            : say`${formatNumber(count)} plants of it stand in ${places.join(', ')}. They stay and are picked as planned.`,
        ]
      : []),
    ...(first
      ? [
          say`${plural(
            begins.length,
            '# arrival or sowing of it is planned',
            '# arrivals or sowings of it are planned',
          )}, first on ${shortDay(first)}: the plan keeps them until you take them out on Season.`,
        ]
      : []),
    ...(orders.size > 0
      ? [
          plural(
            orders.size,
            '# open order wants it. It counts as before: what is here may not be enough for it.',
            '# open orders want it. They count as before: what is here may not be enough for them.',
          ),
        ]
      : []),
  ];
}
