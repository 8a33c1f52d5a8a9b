import { decide, refuse, type Decision } from '../acts/decision';
import { said, type Said, type Taken } from '../acts/effects';
import type { Day } from '../quantity/days';
import { plural, say } from '../words/words';
import type { FarmDescription, Habits } from './description';
import { descriptionFaults } from './faults';
import { checkZoneAndCurrency } from './habits';
import { STALE } from './kept';
import { layOut } from './layOut';

/** What a farm is described by before anything of it is: nothing but its habits. */
export const blankDescription = (habits: Habits, people: FarmDescription['people'] = []): FarmDescription => ({
  ...{ habits, people },
  ...{ loops: [], places: [], equipment: [], species: [], crops: [] },
});

const OPEN = () => say`This farm is open already. Change it on Farm.`;

/** A farm that is being set up; null: it is open. */
export type SettingUp = { version: number; description: FarmDescription } | null;

/**
 * What is described so far is kept; what cannot be is only told when the farm is to be opened. What is said is the new version.
 * @param isSame what stands there is what comes
 */
export const decideDescribe = (
  { known, isSame }: { known: SettingUp; isSame: boolean },
  version: number,
  description: FarmDescription,
): Decision<Taken<{ version: number }>> =>
  decide(() => {
    const wrong = checkZoneAndCurrency(description.habits);
    if (wrong) refuse(`habits.${wrong.field}`, wrong.words);
    if (!known) return refuse('version', OPEN());
    // A page that was left while it saved sends the same again: that is no other's change.
    if (known.version !== version && isSame) return { effects: [], said: () => ({ version: known.version }) };
    if (known.version !== version) refuse('version', STALE());
    return {
      effects: [{ does: 'farmDescribed', version, description }],
      said: () => ({ version: version + 1 }),
    };
  });

interface OpenKnown {
  known: SettingUp;
  newId: () => string;
  today: Day;
}

/** What is described is laid into the farm, once. Links for people are made on Farm, one by one: until then nobody has them. */
export const decideOpen = ({ known, newId, today }: OpenKnown, version: number): Decision<Taken<Said>> =>
  decide(() => {
    if (!known) return refuse('version', OPEN());
    if (known.version !== version) refuse('version', STALE());
    const [fault] = Object.entries(descriptionFaults(known.description));
    if (fault) refuse(...fault);
    const { places, people } = known.description;
    return {
      effects: [
        { does: 'farmOpened', version, farm: layOut({ description: known.description, newId, today }) },
        ...people
          .filter((p) => p.name.trim())
          .map((person) => ({ does: 'invited' as const, invitation: { ...person, token: newId() + newId() } })),
      ],
      said: () => said(say`The farm is open: ${plural(places.length, '# place', '# places')}.`),
    };
  });
