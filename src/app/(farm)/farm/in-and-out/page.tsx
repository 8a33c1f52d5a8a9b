import { say } from '../../../../core/words/words';
import { InAndOutRoom } from '../../../../features/farm/InAndOutRoom';
import { inAndOutPage } from '../../../../features/farm/queries';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`In and out` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <InAndOutRoom page={await inAndOutPage(searchParams)} />;
}
