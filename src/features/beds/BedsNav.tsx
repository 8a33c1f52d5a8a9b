import { say } from '../../core/words/words';
import { RoomTabs } from '../../ui/kit/RoomTabs';
import { BED_ROOMS } from '../../ui/shell/rooms';

/** The rooms of the Beds station. */
export function BedsNav({ here, suffix }: { here: string; suffix: string }) {
  return <RoomTabs label={say`Beds`} rooms={BED_ROOMS} here={here} suffix={suffix} />;
}
