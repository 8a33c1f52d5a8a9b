import css from './kit.module.css';
import { classes, part } from './part';

export type { Tone } from './part';

/** Text in a line; `as="p"` for a paragraph. */
export const Text = part('span');
/** What belongs together on paper. */
export const Sheet = part('section', css.sheet);
export const SheetHead = part('header', css.head);
export const SheetBody = part('div', css.body);
export const Stack = part('div', css.stack);
export const Columns = part('div', css.columns);
export const Buttons = part('div', css.buttons);
/** Short figures with their names, in a row that breaks. */
export const Facts = part('p', css.facts);
/** A list of rows with hairlines between. */
export const Rows = part('ul', css.rows);
export const Row = part('li', css.row);
/** Said where nothing is to be shown: what to do first. */
export const Empty = part('p', css.empty);
export const EMPTY = css.empty;
/** Words with a bar of their tone beside them. */
export const Mark = part('div', css.mark);
/** Fields of a form, two in a row where there is room. */
export const Fields = part('div', css.fields);
export const HALF = css.half;
/** Cards of one kind beside each other. */
export const Choices = part('div', css.choices);
/** Only for those who hear the page. */
export const Unseen = part('span', css.unseen);
/** A key of the keyboard. */
export const Key = part('span', css.key);
/** A button that reads like a word. */
export const WordButton = part('button', css.word);
export const Tag = part('span', css.tag);

/** A head over a page or a station: its name, then what goes with it. */
export const PageHead = part('div', css.pageHead);

export { classes };
