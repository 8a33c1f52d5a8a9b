import { plantingPage } from '../../../../features/beds/planting/queries';
import { PlantingView } from '../../../../features/beds/planting/PlantingView';
import type { Search } from '../../../../server/farmView';

interface Props {
  params: Promise<{ code: string }>;
  searchParams: Search;
}

export async function generateMetadata({ params }: Props) {
  return { title: decodeURIComponent((await params).code) };
}

export default async function Page({ params, searchParams }: Props) {
  return <PlantingView page={await plantingPage(decodeURIComponent((await params).code), searchParams)} />;
}
