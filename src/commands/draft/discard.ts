import { say, word } from '../../core/words/words';
import { closeDraft } from '../../db/drafts';
import { command } from '../../server/command';
import { BOSS } from '../shared';
import { DropDraftInput } from './discard.input';

/** Lets a draft that was laid aside go. */
export const module = command({
  name: 'draft.discard',
  version: 1,
  title: word`Discard a draft`,
  who: BOSS,
  input: DropDraftInput,
  run: async ({ tx }, { draftId }) => {
    await closeDraft(tx, draftId, 'discarded');
    return say`Discarded.`;
  },
  takeBack: { stays: word`A draft that was let go is drafted anew.` },
});
