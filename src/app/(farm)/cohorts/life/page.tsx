import { say } from '../../../../core/words/words';
import { lifePage } from '../../../../features/cohorts/life/lifeQueries';
import { LifeStation } from '../../../../features/cohorts/life/LifeStation';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Life support` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <LifeStation page={await lifePage(searchParams)} />;
}
