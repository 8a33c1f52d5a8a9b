import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { say } from '../../../core/words/words';
import { ManualView } from '../../../features/manual/ManualView';
import { dayView, type Search } from '../../../server/farmView';

export const generateMetadata = () => ({ title: say`Manual` });

let text: string | undefined;

export default async function Page({ searchParams }: { searchParams: Search }) {
  await dayView(searchParams);
  text ??= readFileSync(join(process.cwd(), 'docs', 'using.md'), 'utf8');
  return <ManualView text={text} />;
}
