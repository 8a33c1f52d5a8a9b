import { say } from '../../core/words/words';

/** What MUI’s Autocomplete says of itself, in the person’s language. */
export const autocompleteWords = () => ({
  openText: say`Open`,
  closeText: say`Close`,
  clearText: say`Clear`,
  noOptionsText: say`Nothing of that name`,
});
