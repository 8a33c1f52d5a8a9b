import { say } from '../../../../core/words/words';
import { culturesPage } from '../../../../features/beds/cultures/queries';
import { CulturesRoom } from '../../../../features/beds/cultures/CulturesRoom';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Side cultures` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <CulturesRoom page={await culturesPage(searchParams)} />;
}
