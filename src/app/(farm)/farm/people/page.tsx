import { say } from '../../../../core/words/words';
import { PeopleRoom } from '../../../../features/farm/people/PeopleRoom';
import { peoplePage } from '../../../../features/farm/people/queries';

export const generateMetadata = () => ({ title: say`People` });

export default async function Page() {
  return <PeopleRoom page={await peoplePage()} />;
}
