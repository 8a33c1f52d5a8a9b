import { word } from '../words/words';
import { modules } from './kinds/list.generated';
import { PRODUCT_FORMS } from '../market/forms';
import { METHODS, PART_ROLES, PART_WORDS } from '../setup/description';
import type { Choices, TableKindModule } from './tableKind';

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

/** Lists that are the same on every farm. */
export const SAME_EVERYWHERE: Pick<Choices, 'channels' | 'appetites' | 'roles' | 'methods' | 'units' | 'forms'> = {
  channels: CHANNELS.map((c) => [c, c] as const),
  appetites: APPETITES,
  roles: PART_ROLES.map((r) => [r, PART_WORDS[r]] as const),
  methods: METHODS.map((m) => [m, m] as const),
  units: [
    ['kg', word`kg`],
    ['head', word`head`],
    ['bunch', word`bunch`],
  ],
  forms: PRODUCT_FORMS,
};
