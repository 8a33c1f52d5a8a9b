import { CROP_DEFAULTS } from '../../core/library/defaults';
import { CARE_NAMES, careOf, RECIPE_CARE } from '../../core/crops/care';
import { boltFromC } from '../../core/crops/bolting';
import { labourOf } from '../../core/crops/labour';
import type { Crop, MonthSpan } from '../../core/library/types';
import { bedStages } from '../../core/crops/recipe';
import { SEED_LEAD_DAYS } from '../../core/crops/seedOutlook';
import { toMajor, toMinor } from '../../core/quantity/money';
import { monthName } from '../../core/quantity/sayDay';
import { toShown, type Quantity, type UnitChoice } from '../../core/quantity/units';
import { METHODS } from '../../core/setup/description';
import { codeWords } from '../../core/words/codes';
import { say, word } from '../../core/words/words';
import type { FormField } from '../../ui/form/ActionForm';

type NumberOf = Extract<keyof Crop, string>;
interface CropNumber {
  name: NumberOf;
  label: string;
  quantity?: Quantity;
  /** Kept in minor units, typed in major ones. */
  money?: true;
}

const GROUPS: [group: string, numbers: CropNumber[]][] = [
  [
    word`Time`,
    [
      { name: 'nurseryDays', label: word`In the nursery, days` },
      { name: 'finalDays', label: word`From transplant to harvest, days` },
      { name: 'windowDays', label: word`Stays ripe for, days` },
      { name: 'regrowDays', label: word`Grows again in, days` },
      { name: 'cutsMax', label: word`Cuts` },
    ],
  ],
  [
    word`Room`,
    [
      { name: 'nurseryPerM2', label: word`Plants in the nursery`, quantity: 'perArea' },
      { name: 'finalPerM2', label: word`Plants in the bed`, quantity: 'perArea' },
    ],
  ],
  [
    word`Temperature and light`,
    [
      { name: 'tempMinC', label: word`Stops growing below`, quantity: 'temperature' },
      { name: 'tempOptC', label: word`Grows best at`, quantity: 'temperature' },
      { name: 'tempMaxC', label: word`Stops growing above`, quantity: 'temperature' },
      { name: 'boltFromC', label: word`Bolts from, mean of a day`, quantity: 'temperature' },
      { name: 'lightTargetMol', label: word`Light it wants, mol/m² a day` },
    ],
  ],
  [
    word`What comes of it`,
    [
      { name: 'germination', label: word`Comes up, share` },
      { name: 'nurserySurvival', label: word`Survives the nursery, share` },
      { name: 'finalSurvival', label: word`Survives the bed, share` },
      { name: 'packout', label: word`Good enough to pack, share` },
      { name: 'yieldG', label: word`Yield of a plant`, quantity: 'smallMass' },
      { name: 'nitrogenUptakeGM2Day', label: word`Nitrogen it takes up a day`, quantity: 'load' },
    ],
  ],
  [
    word`Seed`,
    [
      { name: 'seedMinor1000', label: word`1,000 seeds cost`, money: true },
      { name: 'seedLeadDays', label: word`Here, days after ordering` },
    ],
  ],
  [
    word`Work, minutes for 100 plants`,
    [
      { name: 'sowMin100', label: word`Sowing` },
      { name: 'transplantMin100', label: word`Transplanting` },
      { name: 'respaceMin100', label: word`Re-spacing` },
      { name: 'pickMin100', label: word`A pick, with bagging` },
      { name: 'clearMin100', label: word`Clearing` },
    ],
  ],
];
const NUMBERS = GROUPS.flatMap(([group, numbers]) => numbers.map((n) => ({ ...n, group })));

/** Spacings before the last, as rows. */
const denseOf = (crop: Crop) =>
  bedStages(crop)
    .slice(0, -1)
    .map(({ days, perM2 }) => ({ days, perM2 }));

const denseField = (crop: Crop): FormField => ({
  name: 'dense',
  label: word`Denser at first, re-spaced on the way`,
  group: word`Room`,
  kind: 'rows',
  add: word`A denser spacing first`,
  most: 4,
  columns: [
    { name: 'days', label: word`Days`, kind: 'count' },
    { name: 'perM2', label: word`Plants`, kind: 'quantity', quantity: 'perArea' },
  ],
  start: denseOf(crop),
});

const careField = (crop: Crop): FormField => ({
  name: 'care',
  label: word`Between planting and picking`,
  group: word`Work, minutes for 100 plants`,
  kind: 'rows',
  add: word`Another job`,
  most: RECIPE_CARE.length,
  columns: [
    { name: 'what', label: word`Job`, kind: 'select', options: RECIPE_CARE.map((c) => [c, CARE_NAMES[c]]) },
    { name: 'fromDay', label: word`From day`, kind: 'count' },
    { name: 'everyDays', label: word`Every, days`, kind: 'count' },
    { name: 'min100', label: word`Minutes for 100`, kind: 'number' },
  ],
  start: careOf(crop).map((c) => ({ ...c })),
});

const months = () => Array.from({ length: 12 }, (_, i): [string, string] => [String(i + 1), monthName(i + 1)]);

const monthColumns = (): NonNullable<FormField['columns']> => [
  { name: 'fromMonth', label: word`From the 1st of`, kind: 'select', options: months() },
  { name: 'untilMonth', label: word`To the 1st of`, kind: 'select', options: months() },
];

const restField = (crop: Crop): FormField => ({
  name: 'rest',
  label: word`Rests in a corner`,
  help: word`For perennials: from the first of a month to the first of another they do not grow, nothing is picked, and they stand close.`,
  group: word`Time`,
  kind: 'rows',
  add: word`It rests for a part of the year`,
  most: 1,
  columns: [...monthColumns(), { name: 'perM2', label: word`Plants then`, kind: 'quantity', quantity: 'perArea' }],
  start: restRows(crop),
});

/** As the form has it: months are choices, so they are text. */
const spanRow = ({ fromMonth, untilMonth }: MonthSpan) => ({
  fromMonth: String(fromMonth),
  untilMonth: String(untilMonth),
});
const spanOf = (row: ReturnType<typeof spanRow>): MonthSpan => ({
  fromMonth: Number(row.fromMonth),
  untilMonth: Number(row.untilMonth),
});
const restRows = ({ rest }: Crop) => (rest ? [{ ...spanRow(rest), perM2: rest.perM2 }] : []);
const seasonRows = ({ sownIn }: Crop) => (sownIn ? [spanRow(sownIn)] : []);
const methodRows = ({ methods }: Crop) => methods.map((method) => ({ method }));

const seasonField = (crop: Crop): FormField => ({
  name: 'sownIn',
  label: word`Sown in a part of the year`,
  help: word`Where it is sold under one name with other recipes, each is taken for sowings in its own months; without a line it is sown all year.`,
  group: word`Time`,
  kind: 'rows',
  add: word`It is sown in a part of the year`,
  most: 1,
  columns: monthColumns(),
  start: seasonRows(crop),
});

const methodField = (crop: Crop): FormField => ({
  name: 'methods',
  label: word`Ways of growing it is for`,
  group: word`Room`,
  kind: 'rows',
  add: word`Another way of growing`,
  most: METHODS.length,
  columns: [
    { name: 'method', label: word`Way of growing`, kind: 'select', options: METHODS.map((m) => [m, codeWords(m)]) },
  ],
  start: methodRows(crop),
});

/** With what holds for crops of its kind where neither the library nor the farm says otherwise. */
function withUsual(crop: Crop): Crop {
  const boltsAt = boltFromC(crop);
  const seed = { seedMinor1000: 0, seedLeadDays: SEED_LEAD_DAYS };
  return { ...seed, ...labourOf(crop), ...(boltsAt === null ? {} : { boltFromC: boltsAt }), ...crop };
}

interface CropForm {
  fields: FormField[];
  /** What of the typed was changed, as the command takes it. */
  changedIn: (typed: Record<string, unknown>) => Record<string, unknown>;
}

/** What a recipe is made of, as a form: numbers with the library's beside them where they differ, and the rows. */
export function cropForm(own: Crop, { units, currency }: { units: UnitChoice; currency: string }): CropForm {
  const crop = withUsual(own);
  const known = CROP_DEFAULTS.find((c) => c.code === own.code);
  const standard = known && withUsual(known);
  const shown = NUMBERS.filter(({ name }) => typeof crop[name] === 'number');
  const inShown = (value: number, quantity?: Quantity) => (quantity ? toShown(quantity, value, units) : value);
  const numbers = shown.map(({ name, label, group, quantity, money }): FormField => {
    const usual = standard?.[name];
    const differs = typeof usual === 'number' && usual !== crop[name];
    const value = crop[name] as number;
    return {
      ...{ name, label, group, half: true, start: money ? toMajor(value, currency) : value },
      ...(differs ? { help: say`library: ${Number(inShown(usual, quantity).toFixed(2))}` } : {}),
      ...(money ? { help: say`in ${currency}; 0: not known` } : {}),
      ...(quantity ? { kind: 'quantity', quantity } : { kind: 'number' }),
    };
  });
  const [time, room, other] = [word`Time`, word`Room`, null].map((group) =>
    numbers.filter((f) => (group ? f.group === group : f.group !== word`Time` && f.group !== word`Room`)),
  );
  const rows: Record<string, unknown> = {
    dense: denseOf(crop),
    care: careOf(crop),
    rest: restRows(crop),
    sownIn: seasonRows(crop),
    methods: methodRows(crop),
  };
  const changedIn = (typed: Record<string, unknown>) => {
    const values = shown.flatMap(({ name, quantity, money }) => {
      const value = money ? toMinor(Number(typed[name]), currency) : Number(typed[name]);
      const isSame = inShown(value, quantity).toFixed(3) === inShown(crop[name] as number, quantity).toFixed(3);
      return isSame ? [] : [{ name, value }];
    });
    const changed = Object.keys(rows).filter((name) => JSON.stringify(typed[name]) !== JSON.stringify(rows[name]));
    const taken = Object.fromEntries(changed.map((name) => [name, typed[name]]));
    if (taken.sownIn) taken.sownIn = (taken.sownIn as ReturnType<typeof seasonRows>).map(spanOf);
    if (taken.rest)
      taken.rest = (taken.rest as ReturnType<typeof restRows>).map((r) => ({ ...spanOf(r), perM2: r.perM2 }));
    // Rows alone are a change too: the command wants a number with them.
    if (values.length === 0 && changed.length > 0) values.push({ name: 'finalDays', value: crop.finalDays });
    return { values, ...taken };
  };
  return {
    fields: [
      ...time!,
      seasonField(crop),
      restField(crop),
      ...room!,
      denseField(crop),
      methodField(crop),
      ...other!,
      careField(crop),
    ],
    changedIn,
  };
}
