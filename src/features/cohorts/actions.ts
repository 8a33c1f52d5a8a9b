import { ask, send } from '../../commands/client';
import type { Said } from '../../commands/shared';
import type { Preview } from '../../questions/preview';
import type { HourOfWater } from '../../questions/waterHours';
import type { Comparison } from '../../questions/compareTemperatures';

export type { Said } from '../../commands/shared';
export type { Preview } from '../../questions/preview';

/** The acts of this station as its forms send them. Each is written once, in src/commands. */
const act = (name: string) => (values: Record<string, unknown>) => send<Said>(name, values);

export const move = act('fish.move@1');
export const grade = act('fish.grade@1');
export const sellLive = act('fish.netLive@1');
export const merge = act('fish.merge@1');
export const sample = act('fish.weigh@1');
export const husbandry = act('fish.note@1');
export const takeFeed = act('fish.receiveFeed@1');
export const orderFish = act('plan.orderFish@1');
export const editStep = act('plan.changeStep@1');
export const planStep = act('plan.planFish@1');
export const takeBack = act('entry.takeBack@1');
export const keepFeedRule = act('setup.feedRule@1');
export const dropTemperature = act('setup.dropTemperature@1');
export const keepLifeSupport = act('setup.lifeSupport@1');
export const keepSpecies = act('setup.species@1');
export const ownSpecies = act('setup.ownSpecies@1');
export const keepSale = act('setup.fishSale@1');
export const retireKind = act('setup.retireKind@1');
/** Answers with the draft's id. */
export const layDraft = (values: Record<string, unknown>) => send<string>('draft.layPlan@1', values);
export const layWater = (values: Record<string, unknown>) => send<string>('draft.layWater@1', values);

export const preview = (values: Record<string, unknown>) => ask<Preview>('fish.preview', values);
export const waterHours = (values: Record<string, unknown>) => ask<HourOfWater[]>('water.hours', values);
export const compare = (values: Record<string, unknown>) => ask<Comparison>('fish.compareTemperatures', values);
