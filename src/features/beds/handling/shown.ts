import { CARE_NAMES, careKinds } from '../../../core/crops/care';
import { bedStages, lastStage, soldFromBench } from '../../../core/crops/recipe';
import { placesFree } from '../../../core/crops/roomFor';
import { suits } from '../../../core/crops/suits';
import type { Crop } from '../../../core/library/types';
import { goodsCode } from '../../../core/crops/recipes';
import { packChoices } from '../../../core/market/families';
import type { FarmFacts, PlantingFact } from '../../../core/facts/farm';
import { say, told } from '../../../core/words/words';

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
  /** Packed from the bench by the tray; it goes into no bed. */
  soldHere: boolean;
  /** What surplus on the bench can be packed as: seedlings the farm sells, with plants a tray. */
  seedlings: [code: string, words: string][];
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
    byWeight: facts.products.find((q) => q.cropCode === goodsCode(crop))?.unit === 'kg',
    packAs: packChoices(facts.products, { cropCode: goodsCode(crop) }),
    soldHere: soldFromBench(crop),
    seedlings: onBench && !soldFromBench(crop) ? seedlingsOf(facts) : [],
    care: onBench ? [] : careKinds(crop).map((what) => [what, told(CARE_NAMES[what])]),
  };
}

/** Products of seedlings, with how many plants a tray takes. */
function seedlingsOf({ products, crops }: FarmFacts): [code: string, words: string][] {
  return products.flatMap((p): [string, string][] => {
    const crop = crops.find((c) => c.code === p.cropCode);
    return crop && soldFromBench(crop) && !p.retiredOn
      ? [[p.code, say`${p.name}, ${crop.plantsPerUnit ?? 1} a tray`]]
      : [];
  });
}

/** Beds for a crop, those that suit it and have most room first. */
export function bedChoices(crop: Crop, { places, plantings, crops, today }: FarmFacts): BedChoice[] {
  return places
    .filter((p) => p.kind === 'bed')
    .map((bed) => ({
      id: bed.id,
      code: bed.code,
      free: placesFree({ bed, plantings, crops, today }),
      suits: suits(crop, bed.method),
    }))
    .sort((a, b) => Number(b.suits) - Number(a.suits) || (b.free ?? Infinity) - (a.free ?? Infinity));
}
