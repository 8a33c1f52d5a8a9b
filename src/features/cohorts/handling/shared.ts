import { readNumber as read } from '../../../core/quantity/readNumber';
import type { UnitChoice } from '../../../core/quantity/units';
import type { Said } from '../actions';
import type { TankChoice } from './tankChoices';

/** Fish of one lot in one place, as they are handled. */
export interface Handled {
  lotCode: string;
  placeId: string;
  place: string;
  count: number;
  meanG: number;
  quarantined: boolean;
  /** Live grades of the species, with how many of these fish are of each; none for food fish. */
  grades?: { code: string; name: string; count: number }[];
}

export interface FormProps {
  fish: Handled;
  units: UnitChoice;
  onDone: (said: Said) => void;
}

/** Tanks as choices of a select. */
export const options = (tanks: readonly TankChoice[]): [string, string][] => tanks.map((t) => [t.id, t.says]);

/** Ornamental fish are sold alive, by grade. */
export const isLive = (fish: Handled) => (fish.grades ?? []).length > 0;

/** Which fish a form is about, for its action. */
export const own = (fish: Handled) => ({ lotCode: fish.lotCode, fromPlaceId: fish.placeId });

/** What is typed so far, if it is a number. */
export function readNumber(text: string | undefined): number | undefined {
  return read(text ?? '') ?? undefined;
}
