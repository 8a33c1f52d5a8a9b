import { say } from '../../../../core/words/words';
import { LimitsRoom } from '../../../../features/farm/LimitsRoom';
import { limitsPage } from '../../../../features/farm/queries';

export const generateMetadata = () => ({ title: say`Habits and limits` });

export default async function Page() {
  return <LimitsRoom page={await limitsPage()} />;
}
