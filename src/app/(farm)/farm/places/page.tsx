import { say } from '../../../../core/words/words';
import { PlacesRoom } from '../../../../features/farm/PlacesRoom';
import { placesPage } from '../../../../features/farm/queries';

export const generateMetadata = () => ({ title: say`Loops and places` });

export default async function Page() {
  return <PlacesRoom page={await placesPage()} />;
}
