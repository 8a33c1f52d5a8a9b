import { say } from '../../../../core/words/words';
import { trialsPage } from '../../../../features/beds/trials/queries';
import { TrialsRoom } from '../../../../features/beds/trials/TrialsRoom';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Trials` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <TrialsRoom page={await trialsPage(searchParams)} />;
}
