import { word } from '../../core/words/words';

/** A room of a station: its address, its name, and what one does there. Tabs and help are made of the same words. */
export type Room = readonly [path: string, name: string, says: string];

export const BED_ROOMS: readonly Room[] = [
  ['/beds', word`Beds`, word`what grows where, what is ripe or about to be lost, what is sown next`],
  ['/beds/space', word`Space`, word`how full each bed and bench is, week by week, and what empty places cost`],
  [
    '/beds/planner',
    word`Succession planner`,
    word`say what is wanted; it proposes what to sow when and into which bed`,
  ],
  ['/beds/weather', word`Weather ahead`, word`what heat, cold and dark may do to what is planned, and what helps`],
  [
    '/beds/scouting',
    word`Scouting`,
    word`pests and signs on plants, what to look at first, and what is released against them`,
  ],
  ['/beds/cultures', word`Side cultures`, word`duckweed, insects and worms that take waste and give feed`],
  ['/beds/trials', word`Trials`, word`two ways side by side, measured on the round, with an honest verdict`],
];

export const COHORT_ROOMS: readonly Room[] = [
  ['/cohorts', word`Tanks`, word`what swims where, how full each tank is and when it will be too full`],
  ['/cohorts/arrivals', word`Arrivals`, word`young fish that are ordered or in quarantine`],
  ['/cohorts/feed', word`Feed`, word`rations of each tank, what lies in the store and when to order`],
  [
    '/cohorts/temperature',
    word`Temperature`,
    word`what the water is kept at, month by month, and what that does to growth`,
  ],
  ['/cohorts/life', word`Life support`, word`whether air and filters carry the fish, and until when`],
  ['/cohorts/planner', word`Stocking planner`, word`say what is wanted; it proposes when to stock how many`],
  [
    '/cohorts/loss',
    word`In step`,
    word`gaps and doubles of the rotations, what a loss means for the market, and the ways back`,
  ],
  ['/cohorts/species', word`Species`, word`growth, limits and sale of each species, to be changed`],
];

/** The rooms of the Farm, by what they are about. */
export const FARM_GROUPS: readonly (readonly [name: string, rooms: readonly Room[]])[] = [
  [
    word`Places`,
    [
      [
        '/farm',
        word`Plan of the farm`,
        word`rooms, tanks and beds as they stand, tinted by what they hold; drag them into place`,
      ],
      [
        '/farm/places',
        word`Loops and places`,
        word`tanks, beds and stores: add, change, retire, with what that touches`,
      ],
      [
        '/farm/houses',
        word`Houses`,
        word`where the farm stands, what its houses are built of, their set points and lamps`,
      ],
      [
        '/farm/carries',
        word`What it carries`,
        word`turnover, air, filters, current, heads a year: what follows from what is there, and the planning rules behind it`,
      ],
    ],
  ],
  [
    word`Trade`,
    [
      [
        '/farm/products',
        word`Products and prices`,
        word`what is sold, how long it keeps, what it costs on which list from when`,
      ],
      [
        '/farm/crops',
        word`Crops and recipes`,
        word`how this farm grows each crop: days, room, yield; own numbers beside the library’s`,
      ],
      ['/farm/customers', word`Customers`, word`who buys, through which channel`],
    ],
  ],
  [
    word`People`,
    [
      ['/farm/people', word`People`, word`who works here and may do what; invite someone`],
      ['/farm/chores', word`Chores`, word`routine that comes up on the round by itself`],
      ['/farm/papers', word`Rules, permits, contacts`, word`permits with their ends, own rules, whom to call`],
    ],
  ],
  [
    word`Books`,
    [
      ['/farm/today', word`What is there`, word`fish, plants and goods that were here before the app`],
      ['/farm/in-and-out', word`In and out`, word`files in, everything out, calendars`],
      ['/farm/limits', word`Habits and limits`, word`units and names the farm is used to, and by what its loops warn`],
      ['/farm/changes', word`Changes`, word`who changed the set-up, when, from what to what`],
    ],
  ],
];

export const FARM_ROOMS: readonly Room[] = FARM_GROUPS.flatMap(([, rooms]) => rooms);

/** The room an address is in; null: none of a station with rooms. */
export function roomAt(path: string): Room | null {
  const rooms = [...BED_ROOMS, ...COHORT_ROOMS, ...FARM_ROOMS];
  const inside = rooms.filter(([at]) => path === at || path.startsWith(`${at}/`));
  return inside.sort((a, b) => b[0].length - a[0].length)[0] ?? null;
}
