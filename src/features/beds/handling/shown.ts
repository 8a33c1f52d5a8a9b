import { CARE_NAMES, careOf } from '../../../core/crops/care';
import { bedStages, lastStage } from '../../../core/crops/recipe';
import { placesFree } from '../../../core/crops/roomFor';
import { suits } from '../../../core/crops/suits';
import type { Crop } from '../../../core/library/types';
import { packChoices } from '../../../core/market/families';
import type { FarmFacts, PlantingFact } from '../../../core/plan/types';
import { told } from '../../../core/words/words';

/** Plants of one lot in one place at one stage, as they are worked on. */
export interface PlantsShown {
  lotId: string;
  lotCode: string;
  crop: string;
  placeId: string;
  place: string;
  onBench: boolean;
  count: number;
  /** From 0, in beds. */
  stage: number;
  /** Plants a square metre at the next spacing; null: none follows. */
  nextPerM2: number | null;
  byWeight: boolean;
  packAs: [code: string, name: string][];
  /** Work its recipe asks for between planting and picking. */
  care: [what: string, words: string][];
}

/** A bed that plants may go to. */
export interface BedChoice {
  id: string;
  code: string;
  /** Places that nothing stands in; null: it has no number of places. */
  free: number | null;
  suits: boolean;
}

export function plantsShown(p: PlantingFact, facts: FarmFacts): PlantsShown {
  const crop = facts.crops.find((c) => c.code === p.cropCode)!;
  const onBench = p.transplantedOn === null;
  const stage = p.stage ?? 0;
  return {
    lotId: p.lotId,
    lotCode: p.lotCode,
    crop: crop.name,
    placeId: p.placeId,
    place: facts.places.find((x) => x.id === p.placeId)?.code ?? '',
    onBench,
    count: p.count,
    stage,
    nextPerM2: onBench || stage >= lastStage(crop) ? null : bedStages(crop)[stage + 1]!.perM2,
    byWeight: facts.products.find((q) => q.cropCode === crop.code)?.unit === 'kg',
    packAs: packChoices(facts.products, { cropCode: crop.code }),
    care: onBench ? [] : careOf(crop).map(({ what }) => [what, told(CARE_NAMES[what])]),
  };
}

/** Beds for a crop, those that suit it and have most room first. */
export function bedChoices(crop: Crop, { places, plantings, crops }: FarmFacts): BedChoice[] {
  return places
    .filter((p) => p.kind === 'bed')
    .map((bed) => ({
      id: bed.id,
      code: bed.code,
      free: placesFree({ bed, plantings, crops }),
      suits: suits(crop, bed.method),
    }))
    .sort((a, b) => Number(b.suits) - Number(a.suits) || (b.free ?? Infinity) - (a.free ?? Infinity));
}
