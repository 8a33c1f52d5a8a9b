import { say } from '../../../../core/words/words';
import { PapersRoom } from '../../../../features/farm/PapersRoom';
import { papersPage } from '../../../../features/farm/queries';

export const generateMetadata = () => ({ title: say`Rules, permits, contacts` });

export default async function Page() {
  return <PapersRoom page={await papersPage()} />;
}
