import { modules } from './list.generated';

export type LotKind = (typeof modules)[number]['kind'];

export const LOT_KINDS = modules;
