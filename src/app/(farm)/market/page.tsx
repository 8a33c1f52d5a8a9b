import { say } from '../../../core/words/words';
import { MarketStation } from '../../../features/market/MarketStation';
import { marketPage } from '../../../features/market/queries';
import type { Search } from '../../../server/farmView';

export const generateMetadata = () => ({ title: say`Market` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <MarketStation page={await marketPage(searchParams)} />;
}
