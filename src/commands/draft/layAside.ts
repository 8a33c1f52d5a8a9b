import { say, word } from '../../core/words/words';
import { RuleBroken } from '../../core/errors';
import { closeDraft, openDrafts, saveDraft } from '../../db/drafts';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { withSlides } from './keep';
import { DraftInput } from './keep.input';

/** Lays what is on the board aside under a name, to be held against other drafts. An opened draft gives way to it. */
export const module = command({
  name: 'draft.layAside',
  version: 1,
  title: (v) => say`Lay the draft “${v.name}” aside`,
  who: BOSS,
  input: DraftInput,
  run: async ({ tx, person, entry }, { name, changes, draftId }) => {
    const laid = (await openDrafts(tx)).find((d) => d.id === draftId);
    if (draftId && !laid) throw new RuleBroken('draft', say`That draft was kept or discarded meanwhile.`);
    if (laid) await closeDraft(tx, laid.id, 'discarded');
    await saveDraft(tx, person, { id: entry.entryKey, name, changes: withSlides(laid?.changes ?? [], changes) });
    return say`Laid aside: ${name}.`;
  },
  takeBack: { stays: word`A draft is discarded on Season.` },
});
