import { word } from '../core/words/words';
import { EachThing, ListField } from './inputs';

const MOST_ROWS = 1000;

/** Rows of a table, each checked by its own class. */
export const RowsField =
  () =>
  (target: object, key: string): void => {
    EachThing()(target, key);
    ListField({
      least: 1,
      most: MOST_ROWS,
      few: word`Give at least one row`,
      many: word`At most ${MOST_ROWS} rows at once`,
    })(target, key);
  };
