import { say } from '../../../../core/words/words';
import { NewOrder } from '../../../../features/market/NewOrder';
import { newOrderPage } from '../../../../features/market/queries';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`New order` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <NewOrder page={await newOrderPage(searchParams)} />;
}
