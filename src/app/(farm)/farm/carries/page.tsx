import { say } from '../../../../core/words/words';
import { CarriesRoom } from '../../../../features/farm/CarriesRoom';
import { carriesPage } from '../../../../features/farm/queries';

export const generateMetadata = () => ({ title: say`What it carries` });

export default async function Page() {
  return <CarriesRoom page={await carriesPage()} />;
}
