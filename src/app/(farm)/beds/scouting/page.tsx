import { say } from '../../../../core/words/words';
import { scoutingPage } from '../../../../features/beds/scouting/queries';
import { ScoutingRoom } from '../../../../features/beds/scouting/ScoutingRoom';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Scouting` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <ScoutingRoom page={await scoutingPage(searchParams)} />;
}
