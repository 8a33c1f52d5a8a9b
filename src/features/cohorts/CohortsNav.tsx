import { say, word } from '../../core/words/words';
import { RoomTabs } from '../../ui/kit/RoomTabs';

const ROOMS = [
  ['/cohorts', word`Tanks`],
  ['/cohorts/arrivals', word`Arrivals`],
  ['/cohorts/feed', word`Feed`],
  ['/cohorts/temperature', word`Temperature`],
  ['/cohorts/margin', word`Life support`],
  ['/cohorts/planner', word`Stocking planner`],
  ['/cohorts/loss', word`After a loss`],
  ['/cohorts/species', word`Species`],
] as const;

/** The rooms of the Cohorts station. */
export function CohortsNav({ here, suffix }: { here: string; suffix: string }) {
  return <RoomTabs label={say`Cohorts`} rooms={ROOMS} here={here} suffix={suffix} />;
}
