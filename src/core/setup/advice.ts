import { say } from '../words/words';
import type { FarmDescription, LoopPart } from './description';
import { drains } from './carries/life';
import { placesOfLoop, sumOf } from './carries/parts';
import { USUAL_RULES } from './carries/rules';

/** What is missing or unwise, with a reason and the line that would mend it. Nothing of it is forbidden. */
export interface Advice {
  key: string;
  words: string;
  /** What to add, as it is said in the line; null: it is no part. */
  add: string | null;
  addWords: string | null;
  step: 'water' | 'beds' | 'purge' | 'people';
}

export function adviceOn(d: FarmDescription): Advice[] {
  return [...d.loops.flatMap((loop) => onLoop(d, loop)), ...onTheFarm(d)];
}

const has = (d: FarmDescription, loop: LoopPart, kinds: string[]) =>
  d.equipment.some((e) => e.loop === loop.code && kinds.includes(e.kind) && !e.isSpare);

function onLoop(d: FarmDescription, loop: LoopPart): Advice[] {
  const own = placesOfLoop(d, loop);
  const roots = own.filter((p) => p.role === 'bed' && ['raft', 'film', 'tower'].includes(p.method ?? ''));
  const fish = own.some((p) => p.role === 'tank');
  const solids = has(d, loop, ['solids']);
  const media = own.some((p) => p.role === 'bed' && ['media', 'sand'].includes(p.method ?? ''));
  const { litres, roomL } = drains(d, loop, USUAL_RULES);
  const found: (Advice | false)[] = [
    fish &&
      roots.length > 0 &&
      !solids && {
        key: `solids-${loop.code}`,
        words: media
          ? say`${loop.name}: media beds hold back solids until they clog; before rafts, films and towers something should take most of them out.`
          : say`${loop.name}: rafts, films and towers without solids removal before them clog their roots.`,
        add: `settler for ${loop.code}`,
        addWords: say`add a settler`,
        step: 'water',
      },
    fish &&
      !has(d, loop, ['filter']) &&
      !media && {
        key: `filter-${loop.code}`,
        words: say`${loop.name}: nothing turns ammonia into nitrate yet but walls and roots.`,
        add: `moving bed filter 1 m³ for ${loop.code}`,
        addWords: say`add a moving bed of 1 m³`,
        step: 'water',
      },
    fish &&
      !has(d, loop, ['aerator']) && {
        key: `air-${loop.code}`,
        words: say`${loop.name}: no air is described. Without it fish have minutes when the pump stops.`,
        add: `2 blowers 250 W for ${loop.code}`,
        addWords: say`add two blowers`,
        step: 'water',
      },
    fish &&
      d.equipment.filter((e) => e.loop === loop.code && e.kind === 'aerator').length === 1 && {
        key: `spare-${loop.code}`,
        words: say`${loop.name}: one blower alone has nothing to take over when it stops.`,
        add: `blower 250 W for ${loop.code}`,
        addWords: say`add a second one`,
        step: 'water',
      },
    own.length > 0 &&
      !has(d, loop, ['pump']) && {
        key: `pump-${loop.code}`,
        words: say`${loop.name}: no pump is described; turnover and electricity are not known.`,
        add: `pump ${Math.max(
          1,
          Math.round(
            sumOf(
              own.filter((p) => p.role === 'tank'),
              (t) => t.volumeL ?? 0,
            ) / 1000,
          ),
        )} m³/h 3 m head for ${loop.code}`,
        addWords: say`add one for a turnover each hour`,
        step: 'water',
      },
    loop.kind === 'decoupled' &&
      !has(d, loop, ['mineraliser']) && {
        key: `minerals-${loop.code}`,
        words: say`${loop.name}: two waters want mineralisation between them, or the plants get little of what the fish leave.`,
        add: `mineraliser for ${loop.code}`,
        addWords: say`add it`,
        step: 'water',
      },
    litres > roomL && {
      key: `sump-${loop.code}`,
      words:
        roomL > 0
          ? say`${loop.name}: the sump is too small for what runs back when the pump stops.`
          : say`${loop.name}: what runs back when the pump stops has no sump to go to.`,
      add: `sump of ${Math.ceil((litres - roomL) / 0.4 / 100) / 10} m³ for ${loop.code}`,
      addWords: roomL > 0 ? say`add another` : say`add one that is large enough`,
      step: 'water',
    },
    own.some((p) => p.role === 'bed') &&
      !fish &&
      !loop.into && {
        key: `fish-${loop.code}`,
        words: say`${loop.name} has beds and no fish: its plants live on what is added by hand.`,
        add: null,
        addWords: null,
        step: 'water',
      },
  ];
  return found.filter((a): a is Advice => a !== false);
}

function onTheFarm(d: FarmDescription): Advice[] {
  const some = (role: string) => d.places.some((p) => p.role === role);
  const found: (Advice | false)[] = [
    some('tank') &&
      !some('quarantine') && {
        key: 'quarantine',
        words: say`No quarantine: new fish meet the others before anyone has seen whether they are ill.`,
        add: 'quarantine tank of 1 m³',
        addWords: say`add a tank for it`,
        step: 'purge',
      },
    some('tank') &&
      !some('purge') && {
        key: 'purge',
        words: say`No purge tank: fish are then purged where they stand, unfed, and the whole tank is committed.`,
        add: 'purge tank of 2 m³',
        addWords: say`add one`,
        step: 'purge',
      },
    some('bed') &&
      !some('nursery') && {
        key: 'nursery',
        words: say`No nursery: sowings need trays somewhere before they go into the beds.`,
        add: d.loops[0] ? `20 trays of 104 for ${d.loops[0].code}` : null,
        addWords: say`add 20 trays`,
        step: 'beds',
      },
    !some('cold') && {
      key: 'cold',
      words: say`No cold room: what is packed has to lie somewhere until it is fetched.`,
      add: 'cold room',
      addWords: say`add one`,
      step: 'purge',
    },
    some('tank') &&
      !some('feed') && {
        key: 'feed',
        words: say`No feed store: feed is counted from where it lies.`,
        add: 'feed store',
        addWords: say`add one`,
        step: 'purge',
      },
    some('bed') &&
      !some('seed') && {
        key: 'seed',
        words: say`No seed store: seed is counted from where it lies.`,
        add: 'seed store',
        addWords: say`add one`,
        step: 'purge',
      },
  ];
  return found.filter((a): a is Advice => a !== false);
}
