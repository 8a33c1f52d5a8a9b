import { word } from '../words/words';
import { modules } from './kinds/list.generated';
import type { TableKindModule } from './tableKind';

/** Every kind of table that is taken in. */
export const TABLE_KINDS: readonly TableKindModule[] = modules;

export const tableKind = (kind: string): TableKindModule | undefined => TABLE_KINDS.find((t) => t.kind === kind);

/** Ways to market. */
export const CHANNELS = [
  'market stall',
  'box scheme',
  'farm shop',
  'restaurant',
  'wholesaler',
  'grocer',
  'online list',
  'seedling buyer',
  'pond shop',
  'food bank',
  'staff',
] as const;

/** How fish took their feed, as it is stored, and in words. */
export const APPETITES = [
  ['eager', word`eager`],
  ['slow', word`slow`],
  ['none', word`none`],
] as const;
