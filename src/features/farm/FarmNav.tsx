import { say, word } from '../../core/words/words';
import { RoomTabs } from '../../ui/kit/RoomTabs';

const ROOMS = [
  ['/farm', word`Plan of the farm`],
  ['/farm/places', word`Loops and places`],
  ['/farm/products', word`Products and prices`],
  ['/farm/customers', word`Customers`],
  ['/farm/people', word`People`],
  ['/farm/today', word`What is there`],
  ['/farm/in-and-out', word`In and out`],
  ['/farm/changes', word`Changes`],
] as const;

/** The rooms of the Farm station. */
export function FarmNav({ here, suffix }: { here: string; suffix: string }) {
  return <RoomTabs label={say`Farm`} rooms={ROOMS} here={here} suffix={suffix} />;
}
