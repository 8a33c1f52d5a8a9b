import { say } from '../../../../core/words/words';
import { spacePage } from '../../../../features/beds/space/queries';
import { SpaceView } from '../../../../features/beds/space/SpaceView';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Space` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <SpaceView page={await spacePage(searchParams)} />;
}
