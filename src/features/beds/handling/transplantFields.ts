import { say } from '../../../core/words/words';
import type { FormField } from '../../../ui/form/ActionForm';

/** What is asked when plants go from the bench into a bed: how many went, how many did not make it, and what of the others. */
export const transplantFields = (): FormField[] => [
  { name: 'count', label: say`Plants that went into the bed`, kind: 'count', start: '', half: true },
  { name: 'lost', label: say`Did not come up, or make it`, kind: 'count', start: 0, half: true },
  {
    name: 'others',
    label: say`What is left on the bench`,
    kind: 'select',
    start: 'stay',
    options: [
      ['stay', say`stays there, for another bed`],
      ['compost', say`goes to compost: it did not come up, or is not wanted`],
    ],
  },
];
