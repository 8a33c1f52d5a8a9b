import { say } from '../../core/words/words';
import { RoomTabs } from '../../ui/kit/RoomTabs';
import { FARM_ROOMS } from '../../ui/shell/rooms';

/** The rooms of the Farm station. */
export function FarmNav({ here, suffix }: { here: string; suffix: string }) {
  return <RoomTabs label={say`Farm`} rooms={FARM_ROOMS} here={here} suffix={suffix} />;
}
