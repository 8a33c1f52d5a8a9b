import { CohortView } from '../../../../features/cohorts/cohort/CohortView';
import { cohortPage } from '../../../../features/cohorts/cohort/cohortQueries';
import type { Search } from '../../../../server/farmView';

interface Props {
  params: Promise<{ code: string }>;
  searchParams: Search;
}

export async function generateMetadata({ params }: Props) {
  return { title: decodeURIComponent((await params).code) };
}

export default async function Page({ params, searchParams }: Props) {
  return <CohortView page={await cohortPage(decodeURIComponent((await params).code), searchParams)} />;
}
