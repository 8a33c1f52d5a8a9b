import { say } from '../../../../core/words/words';
import { feedPage } from '../../../../features/cohorts/feed/feedQueries';
import { FeedStation } from '../../../../features/cohorts/feed/FeedStation';
import type { Search } from '../../../../server/farmView';

export const generateMetadata = () => ({ title: say`Feed` });

export default async function Page({ searchParams }: { searchParams: Search }) {
  return <FeedStation page={await feedPage(searchParams)} />;
}
