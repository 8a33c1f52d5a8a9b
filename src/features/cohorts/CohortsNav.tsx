import { RoomTabs } from '../../ui/kit/RoomTabs';

const ROOMS = [
  ['/cohorts', 'Tanks'],
  ['/cohorts/arrivals', 'Arrivals'],
  ['/cohorts/feed', 'Feed'],
  ['/cohorts/temperature', 'Temperature'],
  ['/cohorts/margin', 'Life support'],
  ['/cohorts/planner', 'Stocking planner'],
  ['/cohorts/loss', 'After a loss'],
  ['/cohorts/species', 'Species'],
] as const;

/** The rooms of the Cohorts station. */
export function CohortsNav({ here, suffix }: { here: string; suffix: string }) {
  return <RoomTabs label="Cohorts" rooms={ROOMS} here={here} suffix={suffix} />;
}
