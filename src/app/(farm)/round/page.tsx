import { say } from '../../../core/words/words';
import { roundPage } from '../../../features/round/queries';
import { RoundStation } from '../../../features/round/RoundStation';
import type { Search } from '../../../server/farmView';

export const generateMetadata = () => ({ title: say`Round` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <RoundStation page={await roundPage(searchParams)} />;
}
