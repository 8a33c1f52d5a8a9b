import { speciesPage } from '../../../../features/cohorts/keepingQueries';
import { SpeciesStation } from '../../../../features/cohorts/SpeciesStation';
import type { Search } from '../../../../server/farmView';

export const metadata = { title: 'Species' };

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <SpeciesStation page={await speciesPage(searchParams)} />;
}
