import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import type { PlanChange } from '../../core/plan/changes';
import { detailFault } from '../../core/plan/steps/steps';
import type { PlanStep } from '../../core/facts/step';
import { saveDraft } from '../../db/drafts';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { DraftStepInput, LayPlanInput } from './layPlan.input';

function toStep(s: DraftStepInput): PlanStep {
  const step = {
    id: s.id,
    groupId: s.groupId,
    kind: s.kind,
    day: s.day,
    lotCode: s.lotCode,
    speciesCode: s.speciesCode ?? null,
    cropCode: s.cropCode ?? null,
    fromPlaceId: s.fromPlaceId ?? null,
    toPlaceId: s.toPlaceId ?? null,
    count: s.count,
    detail: { ...s.detail },
    version: 1,
  };
  const fault = detailFault(step);
  if (fault) throw new RuleBroken('steps', fault);
  return step;
}

/** Lays a plan aside as a draft; Season opens it. */
export const module = command({
  name: 'draft.layPlan',
  version: 1,
  title: (v) => say`Lay the plan “${v.name}” aside`,
  who: BOSS,
  input: LayPlanInput,
  run: async ({ tx, person, entry }, v) => {
    const drops: PlanChange[] = v.drops.map((groupId) => ({ change: 'drop', groupId }));
    const added: PlanChange[] = v.steps.length > 0 ? [{ change: 'add', steps: v.steps.map(toStep) }] : [];
    await saveDraft(tx, person, { id: entry.entryKey, name: v.name, changes: [...drops, ...added] });
    return entry.entryKey;
  },
  takeBack: { stays: word`A draft is discarded on Season.` },
});
