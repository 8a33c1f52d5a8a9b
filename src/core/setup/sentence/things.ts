import type { EquipmentKind, Method, PartRole } from '../description';

/** What a farm is made of, by the words for it. */

export interface PlaceThing {
  is: RegExp;
  place: PartRole;
  /** What its code begins with where none is given. */
  letter: string;
  stage?: string;
  method?: Method;
}
export interface EquipmentThing {
  is: RegExp;
  equipment: EquipmentKind;
}
export type Thing = PlaceThing | EquipmentThing;

const noun = (source: string) => new RegExp(String.raw`(?<![\p{L}\d])(?:${source})(?![\p{L}])`, 'iu');
const place = (source: string, of: Omit<PlaceThing, 'is'>): PlaceThing => ({ is: noun(source), ...of });
const machine = (source: string, equipment: EquipmentKind): EquipmentThing => ({ is: noun(source), equipment });

const TANK = String.raw`(?:tanks?|pools?|ponds?|tubs?|vats?)`;

/** Nouns in the order they are tried: the closer ones first. */
export const THINGS: readonly Thing[] = [
  machine(
    String.raw`(?:moving|fixed|static)[ -]beds?(?: (?:bio)?filters?)?|bio-?filters?|bead filters?|trickl\p{L}* (?:filters?|towers?)|filter media|bio-?media`,
    'filter',
  ),
  machine(
    String.raw`(?:drum|sieve|screen|swirl|radial(?: flow)?|sock)[ -]?(?:filters?|settlers?|separators?|screens?)?|settlers?|settling tanks?|clarifiers?|solids (?:filters?|removal|separators?)|sludge tanks?`,
    'solids',
  ),
  machine(
    String.raw`minerali[sz](?:ers?|ation(?: tanks?)?|ing tanks?)|worm (?:beds?|bins?|towers?)|vermi\p{L}*`,
    'mineraliser',
  ),
  machine(
    String.raw`(?:air[ -]?)?blowers?|air pumps?|aerators?|air ?stones?|diffusers?|oxygen (?:cones?|concentrators?|generators?|diffusers?)|oxygenators?|venturis?|air`,
    'aerator',
  ),
  machine(String.raw`heat[ -]?pumps?|heaters?|boilers?|heating`, 'heater'),
  machine(String.raw`chillers?|coolers?|(?:cooling|evaporative) pads?|wet pads?|pads?|cooling`, 'chiller'),
  machine(String.raw`(?:grow )?(?:lamps?|lights?)|led(?:s| bars?| lamps?| lights?)?|luminaires?`, 'light'),
  machine(
    String.raw`(?:(?:ph|oxygen|temperature|level|ec|do|flow|water|air|light|ammonia|humidity) )?(?:probes?|sensors?|meters?)`,
    'probe',
  ),
  machine(String.raw`(?:(?:ball|check|solenoid|bypass|main|float|drain|gate) )?valves?`, 'valve'),
  machine(String.raw`generators?|batter(?:y|ies)|ups`, 'generator'),
  machine(
    String.raw`(?:(?:water|main|circulation|return|transfer|lift|sump|submersible|booster|dosing|feed|tower|bed|fish|plant|irrigation|solids|drain|flood) )?pumps?`,
    'pump',
  ),
  place(String.raw`purge (?:${TANK}|systems?)|purging ${TANK}|purge`, { place: 'purge', letter: 'P' }),
  place(String.raw`quarantine(?: ${TANK})?`, { place: 'quarantine', letter: 'Q' }),
  place(String.raw`(?:live )?holding ${TANK}`, { place: 'live', letter: 'L' }),
  place(String.raw`(?:nursery|fry|fingerling) ${TANK}`, { place: 'tank', letter: 'T', stage: 'nursery' }),
  place(String.raw`(?:mid|middle|grower) ${TANK}`, { place: 'tank', letter: 'T', stage: 'mid' }),
  place(String.raw`(?:ornamental|display|koi) ${TANK}|pond tanks?`, {
    place: 'tank',
    letter: 'T',
    stage: 'ornamental',
  }),
  place(String.raw`(?:fish |plant |water )?sumps?(?: tanks?)?`, { place: 'sump', letter: 'S' }),
  place(String.raw`cold (?:rooms?|stores?)|fridges?|chill(?:ed)? rooms?`, { place: 'cold', letter: 'COLD' }),
  place(String.raw`feed (?:stores?|rooms?|sheds?|bins?)`, { place: 'feed', letter: 'FEED' }),
  place(String.raw`seed (?:stores?|drawers?|fridges?)`, { place: 'seed', letter: 'SEED' }),
  place(String.raw`chemical (?:stores?|cupboards?|lockers?)`, { place: 'chemicals', letter: 'CHEM' }),
  place(String.raw`(?:dry )?(?:stores?|sheds?)`, { place: 'dry', letter: 'DRY' }),
  place(String.raw`(?:grow-?out |grow out |fish |round |square |ibc )?${TANK}|ibcs?(?: totes?)?|totes?|barrels?`, {
    place: 'tank',
    letter: 'T',
    stage: 'grow-out',
  }),
  place(
    String.raw`(?:nursery|germination|seedling|propagation)(?: (?:racks?|bench(?:es)?|tables?|rooms?|shel(?:f|ves)))?|bench(?:es)?|racks?|trays?|flats?`,
    {
      ...{ place: 'nursery', letter: 'NB', method: 'tray' },
    },
  ),
  place(String.raw`(?:growing |vertical )?towers?|columns?`, { place: 'bed', letter: 'V', method: 'tower' }),
  place(String.raw`(?:dutch |bato )?buckets?|grow bags?`, { place: 'bed', letter: 'B', method: 'bucket' }),
  place(
    String.raw`(?:media|gravel|clay|ebb(?:[ -]and[ -]flow)?|flood(?:[ -]and[ -]drain)?)[ -](?:filled )?(?:beds?|troughs?|tables?)`,
    { place: 'bed', letter: 'M', method: 'media' },
  ),
  place(String.raw`sand[ -]?(?:beds?|troughs?)`, { place: 'bed', letter: 'SB', method: 'sand' }),
  place(String.raw`soil[ -]?(?:beds?)|wicking beds?`, { place: 'bed', letter: 'E', method: 'soil' }),
  place(String.raw`(?:film|nft|thin[ -]film)(?:[ -](?:channels?|beds?|tables?|gutters?|systems?))?|gutters?`, {
    place: 'bed',
    letter: 'N',
    method: 'film',
  }),
  place(
    String.raw`(?:raft|deep[ -]water|deep|floating)[ -](?:beds?|channels?|troughs?|raceways?)|channels?|raceways?|rafts?|troughs?`,
    { place: 'bed', letter: 'R', method: 'raft' },
  ),
  place(String.raw`(?:growing |plant |grow )?beds?`, { place: 'bed', letter: 'R' }),
];

/** Of what a bed is made: beds of pieces, pieces of places for plants. */
export const BEDS = String.raw`beds?|channels?|raceways?|troughs?|tables?|racks?|shel(?:f|ves)`;
export const PIECES = String.raw`rafts?|boards?|gutters?|pipes?|towers?|columns?|buckets?|(?:grow )?bags?|trays?|flats?`;
export const CELLS = String.raw`holes?|sites?|places?|plants?(?!\s+sumps?)|cells?|positions?|cups?|pots?`;

/** A room by its own kind of word. */
export const ROOM_WORD = String.raw`rooms?|halls?|houses?|greenhouses?|glasshouses?|poly-?tunnels?|tunnels?|sheds?|barns?|cellars?|basements?|lofts?|attics?|yards?|gardens?|fields?|warehouses?|containers?|garages?|labs?|workshops?|buildings?|bays?|blocks?|zones?|sections?|areas?|corners?|terraces?|balcon(?:y|ies)|courtyards?|stables?|hatcher(?:y|ies)|quarantine|nurser(?:y|ies)|outside|floors?|storeys?|annexe?s?|lean-?tos?|patios?|verandas?`;
