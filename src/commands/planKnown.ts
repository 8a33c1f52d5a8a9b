import 'server-only';
import type { PlanKnown } from '../core/plan/acts/planKnown';
import { codesInUse, newId } from '../db/plan';
import type { Doing } from '../server/command';

/** What acts that plan are decided from. */
export const planKnown = async (doing: Doing): Promise<PlanKnown> => ({
  facts: await doing.facts(),
  plan: await doing.steps(),
  units: doing.units,
  newId,
});

/** The same, with the codes of lots there are or are planned. */
export const planWithCodes = async (doing: Doing): Promise<PlanKnown & { taken: ReadonlySet<string> }> => ({
  ...(await planKnown(doing)),
  taken: new Set(await codesInUse(doing.tx)),
});
