import { say } from '../../../core/words/words';
import { BedsStation } from '../../../features/beds/BedsStation';
import { bedsPage } from '../../../features/beds/queries';
import type { Search } from '../../../server/farmView';

export const generateMetadata = () => ({ title: say`Beds` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <BedsStation page={await bedsPage(searchParams)} />;
}
