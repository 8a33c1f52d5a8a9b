import { say } from '../../../../core/words/words';
import { ChangesRoom } from '../../../../features/farm/ChangesRoom';
import { changesPage } from '../../../../features/farm/queries';

export const generateMetadata = () => ({ title: say`Changes` });

export default async function Page() {
  return <ChangesRoom page={await changesPage()} />;
}
