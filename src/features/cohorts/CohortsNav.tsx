import { say } from '../../core/words/words';
import { RoomTabs } from '../../ui/kit/RoomTabs';
import { COHORT_ROOMS } from '../../ui/shell/rooms';

/** The rooms of the Cohorts station. */
export function CohortsNav({ here, suffix }: { here: string; suffix: string }) {
  return <RoomTabs label={say`Cohorts`} rooms={COHORT_ROOMS} here={here} suffix={suffix} />;
}
