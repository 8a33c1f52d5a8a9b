import { say } from '../../../../core/words/words';
import { speciesPage } from '../../../../features/cohorts/species/speciesQuery';
import { SpeciesStation } from '../../../../features/cohorts/species/SpeciesStation';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Species` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <SpeciesStation page={await speciesPage(searchParams)} />;
}
