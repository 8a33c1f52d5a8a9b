import { say } from '../../../core/words/words';
import { CohortsStation } from '../../../features/cohorts/tanks/CohortsStation';
import { cohortsPage } from '../../../features/cohorts/tanks/tankQueries';
import type { Search } from '../../../server/farmView';

export const generateMetadata = () => ({ title: say`Cohorts` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <CohortsStation page={await cohortsPage(searchParams)} />;
}
