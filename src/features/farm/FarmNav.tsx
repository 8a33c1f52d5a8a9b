import { say } from '../../core/words/words';
import { RoomGroups } from '../../ui/kit/RoomGroups';
import { FARM_GROUPS } from '../../ui/shell/rooms';

/** The rooms of the Farm station. */
export function FarmNav({ here, suffix }: { here: string; suffix: string }) {
  return <RoomGroups label={say`Farm`} groups={FARM_GROUPS} here={here} suffix={suffix} />;
}
