import { say } from '../../../../core/words/words';
import { HousesRoom } from '../../../../features/farm/HousesRoom';
import { housesPage } from '../../../../features/farm/queries';

export const generateMetadata = () => ({ title: say`Houses` });

export default async function Page() {
  return <HousesRoom page={await housesPage()} />;
}
