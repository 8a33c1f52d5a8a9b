import { say } from '../../../core/words/words';
import { seasonPage } from '../../../features/season/queries';
import { SeasonStation } from '../../../features/season/SeasonStation';
import type { Search } from '../../../server/farmView';

export const generateMetadata = () => ({ title: say`Season` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  const page = await seasonPage(searchParams);
  // A new plan is a new board: its drafts begin afresh.
  const key = `${page.today}|${page.from}|${page.stamp}|${page.opened?.id ?? ''}`;
  return <SeasonStation key={key} page={page} />;
}
