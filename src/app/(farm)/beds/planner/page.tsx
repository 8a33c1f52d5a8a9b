import { say } from '../../../../core/words/words';
import { successionPage } from '../../../../features/beds/planner/queries';
import { SuccessionRoom } from '../../../../features/beds/planner/SuccessionRoom';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Succession planner` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <SuccessionRoom page={await successionPage(searchParams)} />;
}
