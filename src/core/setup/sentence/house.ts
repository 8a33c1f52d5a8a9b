import type { Cover } from '../../facts/farm';
import { formatNumber, formatTemperature, type UnitChoice } from '../../quantity/units';
import { say, told } from '../../words/words';
import { coverOf, COVER_WORDS, NO_HOUSE, type HousePart } from '../houses';
import { Ear, type Span } from './ear';
import { PHOTONS, NUMBER, numberOf, oneOf } from './measures';
import { ROOM_WORD } from './things';

/** What a room is, said as one would: `closed room Vault, 22 °C by day, 18 at night, lamps 16 h a day, 250 µmol`. */
export interface HouseHeard {
  house: HousePart;
  left: Span[];
}

interface HouseGround {
  /** Houses and rooms that are known, as they are so far. */
  houses: readonly HousePart[];
  /** Degrees of which nobody says whose are read in the person’s own. */
  isFahrenheit: boolean;
}

const COVERS: readonly (readonly [Cover, string])[] = [
  ['closed', 'closed|windowless|insulated|without (?:daylight|windows)|no (?:daylight|windows)|dark'],
  ['glass', 'glass|glazed|polycarbonate'],
  ['film', 'film|plastic|poly(?:thene|ethylene)?'],
  ['shade', 'shade(?: cloth)?|shaded|net(?:ting)?'],
  ['open', 'open|under the (?:open )?sky|uncovered|without a roof'],
];
const coverNamed = (text: string) =>
  COVERS.find(([, words]) => new RegExp(String.raw`^(?:${words})$`, 'iu').test(text))?.[0];
const ANY_COVER = COVERS.map(([, words]) => words).join('|');

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
const LEAD = String.raw`^\s*(?:(?:the|a|an|our|room)\s+)*`;
const COPULA = String.raw`(?:is|was|are)\s+(?:a\s+|an\s+)?(?:all\s+|of\s+)?`;

/** @returns null where the line speaks of something else than of a room; words where nothing can be made of it */
export function hearHouse(line: string, ground: HouseGround): HouseHeard | string | null {
  const ear = new Ear(line);
  const subject = known(ear, ground) ?? fresh(ear);
  if (!subject) return null;
  const hours = ear.take(
    new RegExp(
      String.raw`(?<![\p{L}\d])${NUMBER}\s*(?:h|hr|hrs|hours?)(?:\s+(?:of\s+)?(?:light|lamps?|a day|per day|each day|every day|/\s*day))*(?![\p{L}\d])`,
      'iu',
    ),
  );
  const light = ear.take(
    new RegExp(
      String.raw`(?<![\p{L}\d])${NUMBER}\s*(?:${oneOf(PHOTONS)})(?:\s*/\s*m[²2](?:\s*/?\s*s)?|\s+m[²2]\s+s)?`,
      'iu',
    ),
  );
  const day = degrees(ear, 'day|daylight', ground.isFahrenheit);
  const night = degrees(ear, 'night|dark', ground.isFahrenheit);
  const both = day === null && night === null ? degrees(ear, null, ground.isFahrenheit) : null;
  ear.takeAll(
    /(?<!\p{L})(?:held|kept|heated|cooled|lit|under|lamps?|leds?|lights?|air|temperature|stays|and then)(?!\p{L})/iu,
  );
  const set = [day, night, both, hours, light].some((one) => one !== null);
  if (!set && !subject.isCover) return null;
  const { isCover: _isCover, ...was } = subject;
  const house: HousePart = {
    ...was.house,
    ...(set && (day ?? night ?? both) !== null
      ? { dayC: day ?? both ?? was.house.dayC, nightC: night ?? both ?? was.house.nightC, monthsC: null }
      : {}),
    ...(hours ? { lampHours: numberOf(hours.match[1]!) } : {}),
    ...(light ? { umolM2S: numberOf(light.match[1]!) } : {}),
  };
  return faultOf(house) ?? { house, left: ear.left() };
}

/** What cannot be, in words. */
function faultOf({ dayC, nightC, lampHours, umolM2S }: HousePart): string | null {
  const held = [dayC, nightC].filter((c): c is number => c !== null);
  if (held.some((c) => c < -10 || c > 50)) return say`No plants grow there: air is held between −10 and 50 °C.`;
  if (lampHours !== null && !(lampHours >= 0 && lampHours <= 24)) return say`A day has 24 hours.`;
  return umolM2S !== null && !(umolM2S >= 0 && umolM2S <= 3000)
    ? say`Lamps give between 0 and 3000 µmol on a square metre in a second.`
    : null;
}

interface Subject {
  house: HousePart;
  /** It was said what it is built of. */
  isCover: boolean;
}

/** A room that is known: “Vault is closed …”, “the closed cellar …”, “cellar at 22 °C …”. */
function known(ear: Ear, { houses }: HouseGround): Subject | null {
  for (const house of [...houses].sort((a, b) => b.name.length - a.name.length)) {
    const name = escaped(house.name);
    const first = ear.take(
      new RegExp(String.raw`${LEAD}(?:(${ANY_COVER})\s+)?(?:room\s+|house\s+)?[“"„]?${name}[”"“]?(?![\p{L}\d])`, 'iu'),
    );
    if (!first) continue;
    const is = first.match[1] ?? ear.take(new RegExp(String.raw`\b${COPULA}(${ANY_COVER})(?!\p{L})`, 'iu'))?.match[1];
    const cover = is ? coverNamed(is) : undefined;
    return { house: { ...house, ...(cover && { cover }) }, isCover: cover !== undefined };
  }
  return null;
}

/** One that was not said before: by what it is built of and a word for rooms, named, called or as it is. */
function fresh(ear: Ear): Subject | null {
  const named = String.raw`(?:\s+(?:named\s+|called\s+)?(?:[“"„]([^”"“]{1,40})[”"“]|(?<=(?:named|called)\s+)([\p{L}\d_-]+)|((?!(?:is|at|in|on|with|held|kept|for|and|by|of|under|lit|heated|cooled)\b)\p{Lu}[\p{L}\d_-]*|\d{1,3}(?![\p{L}\d.,:°]))))?`;
  const found = ear.take(
    new RegExp(
      String.raw`${LEAD}(${ANY_COVER})[ -]((?:grow(?:ing)?\s+|plant\s+)?(?:${ROOM_WORD}))(?!\p{L})${named}`,
      'u',
    ),
  );
  if (!found) return null;
  const [, cover, noun, quoted, called, after] = found.match;
  const kind = `${cover!} ${noun!}`;
  const name = (quoted ?? called ?? (!after ? kind : /^\d/.test(after) ? `${kind} ${after}` : after)).trim();
  return { house: { name, ...NO_HOUSE, cover: coverNamed(cover!) ?? coverOf(name) }, isCover: true };
}

/** `22 °C by day`, `day 72 °F`, `at night 18`; without a time of day: `held at 21 °C`. */
function degrees(ear: Ear, when: string | null, isFahrenheit: boolean): number | null {
  const value = String.raw`(-?\d{1,3}(?:[.,]\d+)?)\s*(?:°|º|degrees?\s*)?\s*(c|f|celsius|fahrenheit)?(?![\p{L}\d])`;
  const unit = String.raw`(-?\d{1,3}(?:[.,]\d+)?)\s*(?:(?:°|º|degrees?)\s*(c|f|celsius|fahrenheit)?|(c|f)(?![\p{L}\d]))`;
  const time = `(?:by|at|in the|during the|in|the|of)?\\s*(?:the\\s+)?(?:${when ?? ''})(?:time|s)?`;
  const found =
    when === null
      ? ear.take(new RegExp(String.raw`(?:(?:held|kept|heated|cooled)\s+)?(?:at|to)?\s*${unit}`, 'iu'))
      : (ear.take(new RegExp(String.raw`(?:at\s+)?(?<![\p{L}\d])${value}\s+(?:${time})(?!\p{L})`, 'iu')) ??
        ear.take(new RegExp(String.raw`\b(?:by\s+|at\s+)?(?:${when})(?:time|s)?\s*(?:at|:|is)?\s+${value}`, 'iu')));
  if (!found) return null;
  const said = Number(found.match[1]!.replace(',', '.'));
  const letter = (found.match[2] ?? found.match[3] ?? (isFahrenheit ? 'f' : 'c')).toLowerCase();
  return letter.startsWith('f') ? Math.round((((said - 32) * 5) / 9) * 10) / 10 : said;
}

/** Said back before it is kept. */
export function houseWords(house: HousePart, units: UnitChoice): string {
  const { name, cover, dayC, nightC, monthsC, lampHours, umolM2S } = house;
  const facts = [
    say`room ${name}`,
    told(COVER_WORDS[cover]),
    dayC !== null && dayC === nightC && say`held at ${formatTemperature(dayC, units)}`,
    dayC !== null && dayC !== nightC && say`${formatTemperature(dayC, units)} by day`,
    nightC !== null && dayC !== nightC && say`${formatTemperature(nightC, units)} by night`,
    monthsC !== null && say`held by month`,
    lampHours !== null && say`lamps ${formatNumber(lampHours, lampHours % 1 ? 1 : 0)} h a day`,
    umolM2S !== null && say`${formatNumber(umolM2S)} µmol/m² s`,
  ];
  return facts.filter(Boolean).join(' · ');
}
