import 'server-only';
import { meanWeightG } from '../../../core/fish/grading';
import { say } from '../../../core/words/words';
import type { Explanation } from '../../../core/explain';
import { explainWay } from '../../../core/explainFish';
import type { FarmFacts } from '../../../core/facts/farm';
import { addDays, type Day } from '../../../core/quantity/days';
import { formatNumber } from '../../../core/quantity/units';
import { rotationsSeen, type RotationSeen } from '../../../core/stocking/outOfStep';
import { forecastFarm } from '../../../core/plan/forecast';
import { DEFAULT_SETTINGS } from '../../../core/plan/settings';
import { recoveryOutlook, recoveryWays, wouldHaveHad, type RecoveryOutlook } from '../../../core/stocking/recovery';
import { type Loss } from '../../../core/stocking/recoveryWays';
import { prefixesInUse } from '../../../db/lotPrefix';
import { lastSampleG } from '../../../db/cohorts';
import { recentLosses } from '../../../db/fishRecords';
import { codesInUse, newId } from '../../../db/plan';
import { dayOnly, farmView, readFarm, type DayView, type Search } from '../../../server/farmView';

export interface LossPage extends DayView {
  losses: {
    id: string;
    lotCode: string;
    place: string;
    species: string;
    count: number;
    day: Day;
    notes: string | null;
    left: number;
  }[];
  chosen: string | null;
  /** Tanks whose loss can be rehearsed, and the one that is. */
  rehearsals: { code: string; says: string }[];
  supposed: string | null;
  /** Each rotation of the farm, and where it is out of step. */
  rotations: RotationSeen[];
  /** The gap whose ways are shown. */
  gap: string | null;
  ways: (RecoveryOutlook & { because: Explanation })[];
  currency: string;
}

const LOSS_DAYS = 42;
/** Fry may take so long to market. */
const LONG = { ...DEFAULT_SETTINGS, horizonDays: 700 };

export async function lossPage(search: Search): Promise<LossPage> {
  const { loss: wanted, suppose, gap } = await search;
  const view = await farmView(search, async (tx, { day }) => ({
    prefixes: await prefixesInUse(tx),
    losses: await recentLosses(tx, addDays(day, -LOSS_DAYS), day),
    codes: await codesInUse(tx),
  }));
  const { facts, more } = view;
  const losses = more.losses.map((l) => ({
    id: `${l.code}|${l.place}`,
    lotCode: l.code,
    place: l.place,
    species: facts.species.find((s) => s.code === l.species_code)?.name ?? '',
    count: l.count,
    day: l.last_day,
    notes: l.notes,
    left: facts.fish.find((f) => f.lotCode === l.code && f.placeId === l.place_id)?.count ?? 0,
  }));
  const rehearsed = typeof suppose === 'string' ? rehearse(facts, suppose) : null;
  const at = rehearsed
    ? -1
    : Math.max(
        0,
        losses.findIndex((l) => l.id === wanted),
      );
  const raw = more.losses[at];
  const happened = raw
    ? {
        facts,
        loss: {
          lotCode: raw.code,
          speciesCode: raw.species_code,
          placeId: raw.place_id,
          count: raw.count,
          meanG: await weightOf(facts, raw.code),
        },
      }
    : null;
  const seen = rotationsSeen(facts, view.steps, forecastFarm(facts, view.steps, LONG));
  const missing = typeof gap === 'string' ? seen.flatMap((r) => r.faults).find((f) => f.id === gap)?.missing : null;
  const found = missing ? { facts, loss: missing } : (rehearsed ?? happened);
  const taken = new Set(more.codes);
  const outlooks = found
    ? recoveryOutlook({
        facts: found.facts,
        plan: view.steps,
        loss: found.loss,
        wouldHave: missing ? wouldHaveHad(facts, missing, newId) : [],
        ways: recoveryWays({
          facts: found.facts,
          plan: view.steps,
          loss: found.loss,
          newId,
          newCode: (code) => nextCode(more.prefixes.get(code) ?? code, taken),
        }),
      })
    : [];
  const ways = outlooks.map((o) => ({ ...o, because: whyWay(o, found!, view.asks.currency) }));
  const rehearsals = stockedTanks(facts).map(({ place, fish }) => ({
    code: place.code,
    says: `${place.code}: ${fish.lotCode}`,
  }));
  return {
    ...dayOnly(view),
    losses,
    chosen: missing ? null : (losses[at]?.id ?? null),
    rotations: seen,
    gap: missing ? String(gap) : null,
    rehearsals,
    supposed: rehearsed && !missing ? String(suppose) : null,
    ways,
    currency: view.asks.currency,
  };
}

function whyWay(
  { way, missingKg, otherKg }: RecoveryOutlook,
  { facts, loss }: { facts: FarmFacts; loss: Loss },
  currency: string,
) {
  const species = facts.species.find((s) => s.code === loss.speciesCode)?.name ?? loss.speciesCode;
  const place = facts.places.find((p) => p.id === loss.placeId)?.code ?? '';
  return explainWay({
    title: way.title,
    species,
    lost: say`${formatNumber(loss.count)} of ${loss.lotCode} in ${place}`,
    missingKg,
    otherKg,
    fishMinor: way.costMinor,
    currency,
  });
}

/** Tanks with fish for the market, and the most of them in each. */
function stockedTanks(facts: FarmFacts) {
  const sold = (code: string) => facts.species.find((s) => s.code === code)?.marketG != null;
  return facts.places
    .filter((p) => p.kind === 'tank')
    .flatMap((place) => {
      const here = facts.fish.filter((f) => f.placeId === place.id && f.count > 0 && sold(f.speciesCode));
      const fish = here.sort((a, b) => b.count * meanWeightG(b) - a.count * meanWeightG(a))[0];
      return fish ? [{ place, fish }] : [];
    });
}

/** The farm as it would be if the cohort of a tank died today; null when no such tank holds fish. */
function rehearse(facts: FarmFacts, code: string): { facts: FarmFacts; loss: Loss } | null {
  const found = stockedTanks(facts).find(({ place }) => place.code === code);
  if (!found) return null;
  const { fish, place } = found;
  const loss: Loss = {
    lotCode: fish.lotCode,
    speciesCode: fish.speciesCode,
    placeId: place.id,
    count: fish.count,
    meanG: meanWeightG(fish),
  };
  return { facts: { ...facts, fish: facts.fish.filter((f) => f !== fish) }, loss };
}

async function weightOf(facts: FarmFacts, lotCode: string): Promise<number> {
  const fish = facts.fish.find((f) => f.lotCode === lotCode);
  return fish ? meanWeightG(fish) : ((await lastWeight(lotCode)) ?? 50);
}

async function lastWeight(lotCode: string): Promise<number | null> {
  return readFarm((tx) => lastSampleG(tx, lotCode));
}

function nextCode(prefix: string, taken: Set<string>): string {
  for (let n = 1; ; n++) {
    const code = `${prefix}-R${n}`;
    if (taken.has(code)) continue;
    taken.add(code);
    return code;
  }
}
