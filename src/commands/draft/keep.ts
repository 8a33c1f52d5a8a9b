import { say } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { withWater, type PlanChange } from '../../core/plan/changes';
import { settled } from '../../core/acts/decision';
import { decideTemperatures } from '../../core/water/decideTemperature';
import { apply } from '../../db/apply';
import { closeDraft, keepDraft, openDrafts } from '../../db/drafts';
import { command } from '../../server/command';
import { BOSS, PLAN_STAYS } from '../shared';
import { ShiftInput, KeepDraftInput } from './keep.input';

/** The board knows every slide of a draft it opened; what else the draft changes it leaves as it is. */
export function withSlides(laid: readonly PlanChange[], slides: readonly ShiftInput[]): PlanChange[] {
  const all: PlanChange[] = [...laid.filter((c) => c.change !== 'shift'), ...slides.map((c) => ({ ...c }))];
  if (all.length === 0) throw new RuleBroken('changes', say`Nothing was changed.`);
  return all;
}

/** Applies a draft in one transaction; refused whole when the plan under it has changed. */
export const module = command({
  name: 'draft.keep',
  version: 1,
  title: (v) => say`Keep the draft “${v.name}”`,
  who: BOSS,
  input: KeepDraftInput,
  run: async ({ tx, person, today, entry, facts }, { name, changes, base, draftId }) => {
    const laid = draftId ? (await openDrafts(tx)).find((d) => d.id === draftId) : null;
    if (draftId && !laid) throw new RuleBroken('draft', say`That draft was kept or discarded meanwhile.`);
    const frame = { farmId: person.farmId, personId: person.personId, today };
    const draft = { id: entry.entryKey, name, changes: withSlides(laid?.changes ?? [], changes), base };
    const water = draft.changes.filter((c) => c.change === 'water');
    // The days of its temperatures are those of today's farm, not of the day it was laid aside.
    const { loops } = water.length > 0 ? withWater(await facts(), water) : { loops: [] };
    const { changed } = await keepDraft(tx, frame, draft);
    await apply(tx, entry, settled(decideTemperatures(new Set(loops.map((l) => l.id)), water), true));
    if (draftId) await closeDraft(tx, draftId, 'kept');
    const held = water.length > 0 ? say` Its temperature is planned; Cohorts, Temperature takes it back.` : '';
    return changed > 0 || !held ? say`Kept: ${changed} steps of the plan changed.${held}` : say`Kept.${held}`;
  },
  takeBack: PLAN_STAYS,
});
