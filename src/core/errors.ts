import { capital, say, told, word } from './words/words';

/** The one error the core throws: what is wrong, the value and the limit, shown to people as it stands. */
export class RuleBroken extends Error {
  override readonly name = 'RuleBroken';
  constructor(
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}

/**
 * Refuses a number outside its range. NaN fails both comparisons, so it is refused as well.
 * @throws {RuleBroken} naming the field, the value and the range
 */
export function requireWithin(field: string, value: number, range: readonly [number, number]): void {
  // Read by index and refused elsewhere; callers a forecast runs a million times pass one constant range.
  if (!(value >= range[0] && value <= range[1])) refuseOutside(field, value, range[0], range[1]);
}

function refuseOutside(field: string, value: number, low: number, high: number): never {
  const { words, unit } = sayField(field);
  const range = high === Infinity ? say`${low}${unit} or more` : say`between ${low} and ${high}${unit}`;
  throw new RuleBroken(
    field,
    say`${words} is ${Number.isNaN(value) ? say`no number` : `${value}${told(unit)}`}; it must be ${range}.`,
  );
}

/** The unit a name ends with, as people write it. */
const UNIT_ENDINGS: [ending: RegExp, unit: string][] = [
  [/KgM3$/, ' kg/m³'],
  [/MgL$/, ' mg/L'],
  [/MolM2$/, ' mol/m²'],
  [/WPerC$/, ' W/°C'],
  [/GPerDay$/, word` g a day`],
  [/AreaM2$/, ' m²'],
  [/Ppt$/, ' ‰'],
  [/Kg$/, ' kg'],
  [/Cm$/, ' cm'],
  [/GL$/, ' g/L'],
  [/C$/, ' °C'],
  [/G$/, ' g'],
  [/L$/, ' L'],
];

/** Names that do not read as words by themselves. */
const FIELD_WORDS: Record<string, string> = {
  pH: word`pH`,
  tempC: word`Temperature`,
  waterTempC: word`Water temperature`,
  tgc: word`Thermal growth coefficient`,
  cv: word`Spread of sizes`,
  altitudeM: word`Altitude in m`,
  kgPerHarvest: word`Kilograms a harvest`,
  everyWeeks: word`Weeks between harvests`,
  lossWPerC: word`Heat loss`,
  exchangeEveryDays: word`Days between water changes`,
  purgeDays: word`Days of purging`,
  fastBeforeMoveDays: word`Days without feed before the move`,
  litresPutIn: word`Water put in`,
  saltGL: word`Salt`,
  startG: word`Weight at the start`,
  targetG: word`Weight at the end`,
  harvestG: word`Weight at harvest`,
  gainG: word`Gain`,
  survival: word`Survival as a share`,
  proteinFraction: word`Protein as a share`,
  lightMolM2: word`Light of a day`,
};

/** A field's name as words and its unit: `volumeL` → “Volume”, “ L”. */
function sayField(field: string): { words: string; unit: string } {
  const [ending, unit] = UNIT_ENDINGS.find(([pattern]) => field !== 'pH' && pattern.test(field)) ?? [/$/, ''];
  const bare = field
    .replace(ending, '')
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase();
  return { words: FIELD_WORDS[field] ?? capital(bare), unit };
}
