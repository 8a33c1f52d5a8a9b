import 'server-only';
import { loopVersions } from '../../../db/keeping';
import type { Explanation } from '../../../core/explain';
import { explainMargin, explainMinutes } from '../../../core/explainLife';
import { addDays, type Day } from '../../../core/quantity/days';
import { ago } from '../../../core/quantity/sayDay';
import { formatNumber, formatTemperature, type UnitChoice } from '../../../core/quantity/units';
import { airFor, staysAt } from '../../../core/plan/tankAir';
import { spareCapacity, type Spare } from '../../../core/stocking/rotation';
import { lifeSupportMargin, type LifeSupportMargin } from '../../../core/water/lifeSupport';
import { type LifeSupport } from '../../../core/facts/farm';
import { expectedWaterC } from '../../../core/water/plannedTemperature';
import { READING_KINDS } from '../../../core/water/readings/readings';
import type { Judgement } from '../../../core/water/judge';
import type { MaturitySaid } from '../../../core/water/maturity';
import { stillHolds, type LastValue } from '../../../core/water/lastWater';
import { latestPh } from '../../../db/readings';
import { waterOfLoops, type LoopsWater } from '../../../server/judgeLoops';
import { dayOnly, farmView, type DayView, type FarmView, type Search } from '../../../server/farmView';
import { told } from '../../../core/words/words';

export interface LifePage extends DayView {
  loops: {
    id: string;
    version: number;
    name: string;
    margin: LifeSupportMargin;
    support: LifeSupport;
    tempC: number;
    pH: number;
    biomassKg: number;
    feedKg: number;
    firstShort: Day | null;
    /** The last reading of each kind, and what those of ammonia and oxygen mean for the fish. */
    readings: { name: string; place: string | null; said: string; age: string; holds: boolean }[];
    judged: Judgement[];
    /** How far its bacteria have come; null: too little was read to say. */
    maturity: MaturitySaid | null;
    spare: Spare;
    because: ReturnType<typeof explainMargin>;
    tanks: { code: string; kg: number; minutes: number; lots: string; because: Explanation }[];
  }[];
}

export async function lifePage(search: Search): Promise<LifePage> {
  const view = await farmView(search, async (tx, { facts, day, units }) => ({
    pH: await latestPh(tx, day),
    water: await waterOfLoops(tx, facts, { day, units }),
    versions: await loopVersions(tx),
  }));
  const { facts, at } = view;
  return {
    ...dayOnly(view),
    loops: facts.loops.map((loop) => {
      const pH = view.more.pH.find((p) => p.loopId === loop.id)?.pH ?? 7;
      const on = (i: number) => marginOn(view, loop.id, { at: i, pH });
      const margin = on(at);
      const days = view.forecast.days;
      let short = -1;
      for (let i = at; i < days && short < 0; i += 7) if (on(i).margin.tightest.ratio < 1) short = i;
      const limits = [
        { what: 'oxygen', feedKgPerDay: margin.margin.oxygenGivenKg / 0.5 },
        {
          what: 'nitrification',
          feedKgPerDay:
            margin.margin.ammoniaG > 0 ? (margin.feedKg * margin.margin.nitrifiedG) / margin.margin.ammoniaG : Infinity,
        },
      ];
      const plantedM2 = view.forecast.loops.get(loop.id)?.plantedAreaM2[at] ?? 0;
      return {
        id: loop.id,
        version: view.more.versions.find((v) => v.id === loop.id)!.version,
        name: loop.name,
        support: loop.lifeSupport,
        pH,
        readings: readingsOf(view, loop.id, view.more.water),
        judged: view.more.water.judged.get(loop.id) ?? [],
        maturity: view.more.water.maturity.get(loop.id) ?? null,
        ...margin,
        firstShort: short < 0 ? null : addDays(view.forecast.firstDay, short),
        because: explainMargin({ loop: loop.name, support: loop.lifeSupport, pH, ...margin }),
        spare: spareCapacity({ limits, feedKgPerDay: margin.feedKg, plantedM2, bandGM2: loop.bandGM2 }),
        tanks: facts.places
          .filter((p) => p.loopId === loop.id && p.kind === 'tank')
          .flatMap((p) => {
            const air = airFor(view, p, at);
            const kg = (view.forecast.tanks.get(p.id)?.biomassG[at] ?? 0) / 1000;
            return air === null
              ? []
              : [
                  {
                    code: p.code,
                    kg,
                    minutes: air.minutes,
                    because: explainMinutes({ place: p, kg, ...air }),
                    lots: staysAt(view.forecast, p.id, view.at)
                      .map((s) => s.lotCode)
                      .join(' + '),
                  },
                ];
          })
          .sort((a, b) => a.minutes - b.minutes),
      };
    }),
  };
}

/** The loop's own first, then place by place. */
function readingsOf({ facts, units }: Pick<FarmView, 'facts' | 'units'>, loopId: string, { values, asOf }: LoopsWater) {
  const codeOf = new Map(facts.places.map((p) => [p.id, p.code]));
  return values
    .get(loopId)!
    .flatMap((v) =>
      sayReading(v, units).map((said) => ({ ...said, place: v.placeId && (codeOf.get(v.placeId) ?? null) })),
    )
    .sort((a, b) => (a.place ?? '').localeCompare(b.place ?? '', undefined, { numeric: true }))
    .map(({ value, ...said }) => ({ ...said, age: ago(value.at, asOf), holds: stillHolds(value, asOf) }));
}

function sayReading(last: LastValue, units: UnitChoice) {
  const { kind, value } = last;
  const known = READING_KINDS.get(kind);
  if (!known) return [];
  const said =
    known.quantity === 'temperature'
      ? formatTemperature(value, units)
      : `${formatNumber(value, value >= 10 ? 0 : value >= 1 ? 1 : 2)} ${told(known.unit)}`;
  return [{ name: told(known.name), said: said.trim(), value: last }];
}

function marginOn({ facts, forecast }: FarmView, loopId: string, { at, pH }: { at: number; pH: number }) {
  const loop = facts.loops.find((l) => l.id === loopId)!;
  const series = forecast.loops.get(loopId);
  const tempC = expectedWaterC(loop, addDays(forecast.firstDay, at));
  const tanks = facts.places.filter((p) => p.loopId === loopId);
  const biomassKg = tanks.reduce((sum, p) => sum + (forecast.tanks.get(p.id)?.biomassG[at] ?? 0), 0) / 1000;
  const feedKg = (series?.feedG[at] ?? 0) / 1000;
  const load = { feedKgPerDay: feedKg, biomassKg, ammoniaGPerDay: series?.ammoniaG[at] ?? 0, waterTempC: tempC };
  return { margin: lifeSupportMargin(loop.lifeSupport, load, pH), tempC, biomassKg, feedKg };
}
