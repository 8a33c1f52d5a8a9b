import { say } from '../../../../../core/words/words';
import { OrderView } from '../../../../../features/market/OrderView';
import { orderPage } from '../../../../../features/market/queries';
import type { Search } from '../../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Order` });

interface Props {
  params: Promise<{ id: string }>;
  searchParams: Search;
}

export default async function Page({ params, searchParams }: Props) {
  return <OrderView page={await orderPage((await params).id, searchParams)} />;
}
