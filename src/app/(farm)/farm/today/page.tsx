import { say } from '../../../../core/words/words';
import { TodayRoom } from '../../../../features/farm/TodayRoom';
import { todayPage } from '../../../../features/farm/queries';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`What is there` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <TodayRoom page={await todayPage(searchParams)} />;
}
