import { say } from '../../../core/words/words';
import { PurgeStation } from '../../../features/purge/PurgeStation';
import { purgePage } from '../../../features/purge/queries';
import type { Search } from '../../../server/farmView';

export const generateMetadata = () => ({ title: say`Purge & pick` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <PurgeStation page={await purgePage(searchParams)} />;
}
