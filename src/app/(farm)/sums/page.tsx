import { say } from '../../../core/words/words';
import { SumsStation } from '../../../features/sums/SumsStation';
import { dayView, type Search } from '../../../server/farmView';

export const generateMetadata = () => ({ title: say`Sums` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  const { units } = await dayView(searchParams);
  const { sum } = await searchParams;
  return <SumsStation units={units} chosen={typeof sum === 'string' ? sum : null} />;
}
