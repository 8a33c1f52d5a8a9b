import { word } from '../words/words';

/** What a store is for. Of cold rooms, feed stores and holding tanks there may be any number. */
export const STORE_ROLES = ['cold', 'aside', 'feed', 'seed', 'live', 'dry', 'chemicals'] as const;
export type StoreRole = (typeof STORE_ROLES)[number];

/** Where things come from and go to outside the farm’s tanks, beds and stores; every farm has one of each. */
export const OUTSIDE_ROLES = [
  'supplier',
  'made',
  'before',
  'dead',
  'packed',
  'compost',
  'eaten',
  'sold',
  'donated',
  'regrouped',
  'released',
  'counted',
] as const;
export type OutsideRole = (typeof OUTSIDE_ROLES)[number];

/** Lots come from these: the only places whose balance may go below nothing. */
export const SOURCE_ROLES: readonly OutsideRole[] = ['supplier', 'made', 'before', 'counted'];

/** What the places that every farm begins with are called on paper. */
export const CODE_OF_ROLE: Record<StoreRole | OutsideRole, string> = {
  cold: 'COLD',
  aside: 'ASIDE',
  feed: 'FEED',
  seed: 'SEED',
  live: 'LIVE',
  dry: 'DRY',
  chemicals: 'CHEM',
  supplier: 'SUPPLIER',
  made: 'MADE',
  before: 'BEFORE',
  dead: 'DEAD',
  packed: 'PACKED',
  compost: 'COMPOST',
  eaten: 'EATEN',
  sold: 'SOLD',
  donated: 'DONATED',
  regrouped: 'REGROUPED',
  released: 'RELEASED',
  counted: 'COUNTED',
};

export const ROLE_NAMES: Record<StoreRole | OutsideRole, string> = {
  cold: word`Cold room`,
  aside: word`Reserved for orders`,
  feed: word`Feed store`,
  seed: word`Seed store`,
  live: word`Live holding`,
  dry: word`Dry store`,
  chemicals: word`Chemicals`,
  supplier: word`Suppliers`,
  made: word`Made on the farm`,
  before: word`From before`,
  dead: word`Dead`,
  packed: word`Packed`,
  compost: word`Compost`,
  eaten: word`Eaten`,
  sold: word`Sold`,
  donated: word`Donated`,
  regrouped: word`Regrouped into other lots`,
  released: word`Released`,
  counted: word`Counted otherwise`,
};
