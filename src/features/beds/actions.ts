import { send } from '../../commands/client';

export const addSowing = (values: Record<string, unknown>) => send<string>('plan.addSowing@1', values);

export const receiveSeed = (values: Record<string, unknown>) => send<{ words: string }>('plants.receiveSeed@1', values);

/** What an act on plants answers. */
export interface SaidOfPlants {
  words: string;
  lines: string[];
  /** The key by which it is taken back, null where it stays. */
  recordedKey?: string | null;
}

/** What an act answered, as it is told. */
export const toldOf = (said: SaidOfPlants | string, recordedKey: string | null): SaidOfPlants =>
  typeof said === 'string' ? { words: said, lines: [], recordedKey } : { ...said, recordedKey };

const act = (name: string) => (values: Record<string, unknown>) => send<SaidOfPlants | string>(name, values);

/** The acts on plants that need no plan. Each is written once, in src/commands. */
export const plantActs = {
  pick: act('plants.pickNow@1'),
  moveOn: act('plants.moveOn@1'),
  lose: act('plants.lose@1'),
  look: act('scouting.look@1'),
  clear: act('plants.clearNow@1'),
  care: act('plants.care@1'),
  saveSeed: act('plants.saveSeed@1'),
  packSeedlings: act('plants.packSeedlings@1'),
  cameUp: act('plants.cameUp@1'),
  conveyor: act('plants.conveyor@1'),
};
export const scouting = {
  look: act('scouting.look@1'),
  lookAgain: act('scouting.lookAgain@1'),
  receive: act('scouting.receive@1'),
  release: act('scouting.release@1'),
};
export const sowNow = act('plants.sowNow@1');
export const sowMany = act('plants.sowMany@1');
export const repeatSowing = act('plan.repeatSowing@1');
export const restBeds = act('plants.restBeds@1');
export const endRest = act('plants.endRest@1');
export const beginCulture = act('culture.begin@1');
export const recordCulture = act('culture.record@1');
export const endCulture = act('culture.end@1');
export const editStep = act('plan.changeStep@1');
export const pinPick = act('plan.pinPick@1');
export const takeBack = act('entry.takeBack@1');
/** Answers with the draft's id. */
export const layDraft = (values: Record<string, unknown>) => send<string>('draft.layPlan@1', values);
/** Acts that always say what they did in words and lines. */
const saying = (name: string) => (values: Record<string, unknown>) => send<SaidOfPlants>(name, values);
export const setGrowingCosts = saying('setup.growingCosts@1');
export const beginTrial = saying('trial.begin@1');
export const measureTrial = saying('trial.measure@1');
export const decideTrial = saying('trial.decide@1');
