import { bedPage } from '../../../../../features/beds/bed/queries';
import { BedView } from '../../../../../features/beds/bed/BedView';
import type { Search } from '../../../../../server/farmView';

interface Props {
  params: Promise<{ code: string }>;
  searchParams: Search;
}

export async function generateMetadata({ params }: Props) {
  return { title: decodeURIComponent((await params).code) };
}

export default async function Page({ params, searchParams }: Props) {
  return <BedView page={await bedPage(decodeURIComponent((await params).code), searchParams)} />;
}
