import { fastingLoss, purgeDaysAt } from '../fish/fasting';
import type { FarmFacts } from '../facts/farm';
import type { Species } from '../library/types';
import { addDays } from '../quantity/days';
import { expectedWaterC } from '../water/plannedTemperature';

/** What the water of the coming weeks means for fish that go unfed, on the safe side: at its warmest they lose most, at its coldest they clear slowest. */
export class UnfedWater {
  private readonly waters = new Map<string, number[]>();

  constructor(
    private readonly facts: Pick<FarmFacts, 'places' | 'loops' | 'fish' | 'species' | 'today'>,
    private readonly days: number,
  ) {}

  /** What unfed days leave of the weight of fish in a place, 0 to 1. */
  keeps({ placeId, speciesCode }: { placeId: string; speciesCode: string }, unfedDays: number): number {
    const species = this.facts.species.find((s) => s.code === speciesCode)!;
    const waters = this.of(placeId);
    const warmest = waters.length > 0 ? Math.max(...waters) : species.tempOptC;
    return (1 - fastingLoss(species, warmest)) ** unfedDays;
  }

  /** Days of purging, at least one, where the water of any tank of the species is coldest. */
  longestPurge(species: Species): number {
    const tanks = this.facts.fish.filter((f) => f.speciesCode === species.code).map((f) => f.placeId);
    const waters = tanks.flatMap((id) => this.of(id));
    return Math.max(1, purgeDaysAt(species, waters.length > 0 ? Math.min(...waters) : species.tempOptC));
  }

  /** Water of a place week by week; none where it is not known. */
  private of(placeId: string): number[] {
    const known = this.waters.get(placeId);
    if (known) return known;
    const { places, loops, today } = this.facts;
    const loop = loops.find((l) => l.id === places.find((p) => p.id === placeId)?.loopId);
    const weeks = !loop || loop.waterUnknown ? 0 : Math.ceil(this.days / 7);
    const waters = Array.from({ length: weeks }, (_, week) => expectedWaterC(loop!, addDays(today, week * 7)));
    this.waters.set(placeId, waters);
    return waters;
  }
}
