import { say } from '../../../../core/words/words';
import { ChoresRoom } from '../../../../features/farm/ChoresRoom';
import { choresPage } from '../../../../features/farm/queries';

export const generateMetadata = () => ({ title: say`Chores` });

export default async function Page() {
  return <ChoresRoom page={await choresPage()} />;
}
