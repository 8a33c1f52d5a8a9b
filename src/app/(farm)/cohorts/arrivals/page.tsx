import { arrivalsPage } from '../../../../features/cohorts/keepingQueries';
import { ArrivalsStation } from '../../../../features/cohorts/ArrivalsStation';
import type { Search } from '../../../../server/farmView';

export const metadata = { title: 'Arrivals' };

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <ArrivalsStation page={await arrivalsPage(searchParams)} />;
}
