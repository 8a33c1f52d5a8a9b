import { say } from '../../../../core/words/words';
import { plannerPage } from '../../../../features/cohorts/planner/plannerQuery';
import { PlannerStation } from '../../../../features/cohorts/planner/PlannerStation';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Stocking planner` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <PlannerStation page={await plannerPage(searchParams)} />;
}
