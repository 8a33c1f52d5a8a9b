import { say } from '../../../core/words/words';
import { PlanRoom } from '../../../features/farm/plan/PlanRoom';
import { planPage } from '../../../features/farm/plan/queries';
import type { Search } from '../../../server/farmView';

export const generateMetadata = () => ({ title: say`Plan of the farm` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <PlanRoom page={await planPage(searchParams)} />;
}
