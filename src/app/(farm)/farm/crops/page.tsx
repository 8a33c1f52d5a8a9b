import { say } from '../../../../core/words/words';
import { CropsRoom } from '../../../../features/farm/CropsRoom';
import { cropsPage } from '../../../../features/farm/queries';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Crops and recipes` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <CropsRoom page={await cropsPage(searchParams)} />;
}
