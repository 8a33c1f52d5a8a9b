import { say } from '../../../../core/words/words';
import { arrivalsPage } from '../../../../features/cohorts/arrivals/arrivalsQuery';
import { ArrivalsStation } from '../../../../features/cohorts/arrivals/ArrivalsStation';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Arrivals` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <ArrivalsStation page={await arrivalsPage(searchParams)} />;
}
