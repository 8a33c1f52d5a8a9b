import type { HouseFact, LoopFact, PlaceFact } from './farm';

/** The same object for the same loop and house: tables of growth rest on it. */
const aired = new WeakMap<HouseFact, WeakMap<LoopFact, LoopFact>>();

/**
 * The loop a place is in, with the air and light that its plants stand in: those of its house where that has its own, else of the
 * loop. A bench that stands in no loop has the water of the first.
 */
export function airAt(
  { loops, houses }: { loops: readonly LoopFact[]; houses?: readonly HouseFact[] | undefined },
  place: Pick<PlaceFact, 'loopId' | 'houseId'> | undefined,
): LoopFact | undefined {
  const loop = loops.find((l) => l.id === place?.loopId) ?? loops[0];
  const house = place?.houseId ? houses?.find((h) => h.id === place.houseId) : undefined;
  return loop && house ? withAir(loop, house) : loop;
}

function withAir(loop: LoopFact, house: HouseFact): LoopFact {
  const ofHouse = aired.get(house) ?? new WeakMap<LoopFact, LoopFact>();
  aired.set(house, ofHouse);
  const known = ofHouse.get(loop);
  if (known) return known;
  const { plannedAirTempC, plannedLightMol, recordedAir } = house;
  const { recordedAir: _elsewhere, ...rest } = loop;
  const made: LoopFact = { ...rest, plannedAirTempC, plannedLightMol, ...(recordedAir ? { recordedAir } : {}) };
  ofHouse.set(loop, made);
  return made;
}
