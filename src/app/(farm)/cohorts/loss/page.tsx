import { say } from '../../../../core/words/words';
import { lossPage } from '../../../../features/cohorts/loss/lossQueries';
import { LossStation } from '../../../../features/cohorts/loss/LossStation';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`In step` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <LossStation page={await lossPage(searchParams)} />;
}
