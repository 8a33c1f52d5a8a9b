import { say } from '../../../../core/words/words';
import { InAndOutRoom } from '../../../../features/farm/InAndOutRoom';
import { inAndOutPage } from '../../../../features/farm/queries';

export const generateMetadata = () => ({ title: say`In and out` });

export default async function Page() {
  return <InAndOutRoom page={await inAndOutPage()} />;
}
