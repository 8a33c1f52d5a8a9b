import 'server-only';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

export interface ManualPage {
  /** As it is read in the project: Markdown. */
  text: string;
}

let text: string | undefined;

export async function manualPage(): Promise<ManualPage> {
  text ??= readFileSync(join(process.cwd(), 'docs', 'using.md'), 'utf8');
  return { text };
}
