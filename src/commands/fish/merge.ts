import { say, word } from '../../core/words/words';
import { IsString } from 'class-validator';
import { mergeNow } from '../../db/doing/keeping';
import { requireNothingRests } from '../../db/doing/restsOn';
import { command } from '../../server/command';
import { Confirmable, IdField, ListField } from '../inputs';
import { CREW, said } from '../shared';

class MergeInput extends Confirmable {
  @IdField(word`Choose a tank`) placeId!: string;
  @ListField(2, 20, word`Choose at least two`, word`At most 20 lots`) @IsString({ each: true }) lotCodes!: string[];
}

export const module = command({
  name: 'fish.merge',
  version: 1,
  title: word`Put lots together`,
  who: CREW,
  input: MergeInput,
  run: async (doing, v) =>
    said(say`They are one lot now: ${await mergeNow(doing.tx, doing.entry, await doing.facts(), v)}.`),
  takeBack: {
    free: requireNothingRests,
    words: () => say`Taken back: the lots are as they were, with what was planned for each.`,
  },
});
