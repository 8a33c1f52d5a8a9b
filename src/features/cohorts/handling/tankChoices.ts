import { say } from '../../../core/words/words';
import { mayHoldFish } from '../../../core/fish/biosecurity';
import { densityKgM3 } from '../../../core/fish/stocking';
import { formatDensity, formatNumber, toShownDensity } from '../../../core/quantity/units';
import type { PlaceFact } from '../../../core/facts/farm';
import { expectedWaterC } from '../../../core/water/plannedTemperature';
import type { FarmView } from '../../../server/farmView';
import { codeWords } from '../../../core/words/codes';

/** A tank as something to choose. */
export interface TankChoice {
  id: string;
  code: string;
  kind: PlaceFact['kind'];
  says: string;
  tempC: number | null;
  pH: number | null;
  loopId: string | null;
}

/** @param companions raft channels as well: for stock that lives on what it finds */
export function tankChoices(view: FarmView, pH: { loopId: string; pH: number }[], companions = false): TankChoice[] {
  const { facts, forecast, day } = view;
  return facts.places
    .filter((p) => mayHoldFish(p) && (companions || p.kind !== 'bed'))
    .map((p) => {
      const loop = facts.loops.find((l) => l.id === p.loopId);
      const kg = (forecast.tanks.get(p.id)?.biomassG[view.at] ?? 0) / 1000;
      const rest = facts.resting.some((r) => r.placeId === p.id);
      const held = facts.fish.filter((f) => f.placeId === p.id && f.count > 0).map((f) => f.lotCode);
      const full =
        p.volumeL && p.densityLimitKgM3
          ? say` · ${formatNumber(toShownDensity(densityKgM3(kg * 1000, p.volumeL), view.units), view.units.mass === 'us' ? 1 : 0)} of ${formatDensity(p.densityLimitKgM3, view.units, 0)}`
          : '';
      return {
        id: p.id,
        code: p.code,
        kind: p.kind,
        loopId: p.loopId,
        says: `${p.code} · ${loop?.name ?? codeWords(p.kind)}${p.kind === 'bed' ? say` · channel under rafts` : ''}${rest ? say` · resting` : held.length > 0 ? ` · ${held.join(' + ')}${full}` : say` · empty`}`,
        tempC: loop ? Math.round(expectedWaterC(loop, day) * 10) / 10 : null,
        pH: pH.find((x) => x.loopId === p.loopId)?.pH ?? null,
      };
    });
}
