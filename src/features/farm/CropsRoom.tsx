'use client';
import Link from 'next/link';
import { useState } from 'react';
import { CROP_DEFAULTS } from '../../core/library/defaults';
import { CARE_NAMES, careOf, RECIPE_CARE } from '../../core/crops/care';
import { boltFromC } from '../../core/crops/bolting';
import { labourOf } from '../../core/crops/labour';
import { bedStages } from '../../core/crops/recipe';
import { SEED_LEAD_DAYS } from '../../core/crops/seedOutlook';
import type { BedStage, Crop } from '../../core/library/types';
import { monthName } from '../../core/quantity/sayDay';
import { toShown, type Quantity } from '../../core/quantity/units';
import { formatMoney, toMajor, toMinor } from '../../core/quantity/money';
import { codeWords } from '../../core/words/codes';
import { all, plural, say, told, word } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { AskInDialog } from '../../ui/form/AskInDialog';
import { PutAway } from '../../ui/form/PutAway';
import { ChipLink } from '../../ui/kit/Chip';
import { Buttons, Empty, Mark, PageHead, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { FarmNav } from './FarmNav';
import { LearnedSheet } from './LearnedSheet';
import type { CropsPage } from './queries';
import type { Said } from './useAct';

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
      { name: 'windowDays', label: word`Stands ready for, days` },
      { name: 'regrowDays', label: word`Grows again in, days` },
      { name: 'cutsMax', label: word`Cuts` },
    ],
  ],
  [
    word`Room`,
    [
      { name: 'nurseryPerM2', label: word`In the nursery, plants a m²` },
      { name: 'finalPerM2', label: word`In the bed, plants a m²` },
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
      { name: 'nitrogenUptakeGM2Day', label: word`Nitrogen it takes up, g/m² a day` },
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

/** How this farm grows its crops: the numbers that beds, plan and market reckon with. */
export function CropsRoom({ page }: { page: CropsPage }) {
  const chosen = page.crops.find(({ crop }) => crop.code === page.chosen);
  const [said, setSaid] = useState<string | null>(null);
  return (
    <Stack>
      <FarmNav here="/farm/crops" suffix="" />
      <PageHead>
        <h1>{say`Crops and recipes`}</h1>
        <Text quiet>
          {say`how this farm grows them: beds, plan and market reckon with it; for fish there is`}{' '}
          <Link href="/cohorts/species">{say`Species`}</Link>
        </Text>
      </PageHead>
      {said && (
        <Mark tone="good" role="status">
          {said}
        </Mark>
      )}
      {!chosen ? (
        <Empty>
          {say`No crop yet.`} <Link href="/farm/products">{say`Take one of the library onto the farm.`}</Link>
        </Empty>
      ) : (
        <>
          <Buttons role="group" aria-label={say`Crops`}>
            {page.crops.map(({ crop }) => (
              <ChipLink key={crop.code} href={`/farm/crops?crop=${crop.code}`} chosen={crop.code === page.chosen}>
                {crop.name}
              </ChipLink>
            ))}
            <ChipLink href="/farm/products">{say`+ from the library`}</ChipLink>
          </Buttons>
          <LearnedSheet
            crop={chosen.crop}
            version={chosen.version}
            learned={page.learned}
            today={page.today}
            units={page.units}
            mayChange={page.mayChange}
            onSaid={setSaid}
          />
          <CropSheet key={`${page.chosen}${chosen.version}`} {...chosen} page={page} onSaid={setSaid} />
        </>
      )}
    </Stack>
  );
}

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
  columns: [
    { name: 'days', label: word`Days`, kind: 'count' },
    { name: 'perM2', label: word`Plants a m²`, kind: 'number' },
  ],
  start: denseOf(crop),
});

const careField = (crop: Crop): FormField => ({
  name: 'care',
  label: word`Between planting and picking`,
  group: word`Work, minutes for 100 plants`,
  kind: 'rows',
  add: word`Another job`,
  columns: [
    { name: 'what', label: word`Job`, kind: 'select', options: RECIPE_CARE.map((c) => [c, CARE_NAMES[c]]) },
    { name: 'fromDay', label: word`From day`, kind: 'count' },
    { name: 'everyDays', label: word`Every, days`, kind: 'count' },
    { name: 'min100', label: word`Minutes for 100`, kind: 'number' },
  ],
  start: careOf(crop).map((c) => ({ ...c })),
});

const months = () => Array.from({ length: 12 }, (_, i): [string, string] => [String(i + 1), monthName(i + 1)]);

const restField = (crop: Crop): FormField => ({
  name: 'rest',
  label: word`Rests in a corner`,
  help: word`For perennials: from the first of a month to the first of another they do not grow, nothing is picked, and they stand close.`,
  group: word`Time`,
  kind: 'rows',
  add: word`It rests for a part of the year`,
  columns: [
    { name: 'fromMonth', label: word`From the 1st of`, kind: 'select', options: months() },
    { name: 'untilMonth', label: word`To the 1st of`, kind: 'select', options: months() },
    { name: 'perM2', label: word`Plants a m² then`, kind: 'number' },
  ],
  start: restRows(crop),
});

/** As the form has it: months are choices, so they are text. */
const restRows = ({ rest }: Crop) =>
  rest ? [{ fromMonth: String(rest.fromMonth), untilMonth: String(rest.untilMonth), perM2: rest.perM2 }] : [];

/** With what holds for crops of its kind where neither the library nor the farm says otherwise. */
function withUsual(crop: Crop): Crop {
  const boltsAt = boltFromC(crop);
  const seed = { seedMinor1000: 0, seedLeadDays: SEED_LEAD_DAYS };
  return { ...seed, ...labourOf(crop), ...(boltsAt === null ? {} : { boltFromC: boltsAt }), ...crop };
}

/** What its plants are sold as, at list price; customers and seasons have lists of their own. */
function SoldAs({ page: { products, currency } }: { page: CropsPage }) {
  if (products.length === 0) return null;
  const price = (p: CropsPage['products'][number]) =>
    p.priceMinor > 0
      ? say`${p.name}, ${formatMoney(p.priceMinor, currency)} a ${codeWords(p.unit)}`
      : say`${p.name}, no price yet`;
  return (
    <Text as="p">
      {say`Sold as ${all(products.map(price))}.`}{' '}
      <Link href="/farm/products">{say`Prices, with those of customers and seasons`}</Link>
    </Text>
  );
}

interface BesideProps {
  crop: Crop;
  version: number;
  onSaid: (words: string) => void;
}

function Beside({ crop, version, onSaid }: BesideProps) {
  return (
    <>
      <AskInDialog
        about={`copy ${crop.code}`}
        opens={say`A recipe of its own…`}
        label={say`Make a recipe of its own from ${crop.name}`}
        title={say`A recipe of its own from ${crop.name}`}
        says={say`For another variety, method or season: it begins with these numbers and is sold under its own name.`}
        fields={[{ name: 'name', label: say`Its name`, kind: 'text', start: '' }]}
        submit={say`Make it`}
        send={(values) => send<Said>('setup.copyCrop@1', { ...values, code: crop.code })}
        onDone={(v) => onSaid(v.words)}
      />
      <PutAway
        name={crop.name}
        says={say`It is not sown any more; plants that stand are picked as planned. The library brings it back.`}
        send={(values) => send<Said>('setup.retireKind@1', { ...values, what: 'crop', code: crop.code, version })}
        onDone={(v) => onSaid(v.words)}
      />
    </>
  );
}

interface CropSheetProps {
  crop: Crop;
  version: number;
  page: CropsPage;
  onSaid: (words: string) => void;
}

function CropSheet({ crop: own, version, page, onSaid }: CropSheetProps) {
  const { units } = page;
  const crop = withUsual(own);
  const known = CROP_DEFAULTS.find((c) => c.code === own.code);
  const standard = known && withUsual(known);
  const shown = NUMBERS.filter(({ name }) => typeof crop[name] === 'number');
  const inShown = (value: number, quantity?: Quantity) => (quantity ? toShown(quantity, value, units) : value);
  const inMajor = (value: number, money?: true) => (money ? toMajor(value, page.currency) : value);
  const fields: FormField[] = shown.map(({ name, label, group, quantity, money }) => {
    const usual = standard?.[name];
    const differs = typeof usual === 'number' && usual !== crop[name];
    return {
      name,
      label,
      group,
      half: true,
      start: inMajor(crop[name] as number, money),
      ...(differs ? { help: say`library: ${Number(inShown(usual, quantity).toFixed(2))}` } : {}),
      ...(money ? { help: say`in ${page.currency}; 0: not known` } : {}),
      ...(quantity ? { kind: 'quantity', quantity } : { kind: 'number' }),
    };
  });
  fields.splice(fields.findIndex((f) => f.name === 'finalPerM2') + 1, 0, denseField(crop));
  fields.splice(
    fields.findIndex((f) => f.name === 'nurseryPerM2'),
    0,
    restField(crop),
  );
  fields.push(careField(crop));
  return (
    <Sheet>
      <SheetHead>
        <h2>{crop.name}</h2>
        <Text quiet>
          {[
            crop.methods.map((m) => codeWords(m)).join(', '),
            plural(crop.nurseryDays + crop.finalDays, '# day from seed to harvest', '# days from seed to harvest'),
          ].join(' · ')}
        </Text>
      </SheetHead>
      <SheetBody stack>
        <Text as="p" small>
          {told(crop.basis)}
        </Text>
        <SoldAs page={page} />
        {page.mayChange ? (
          <ActionForm
            about={crop.code}
            fields={fields}
            units={units}
            submit={say`Keep for this farm`}
            send={({ entryKey, confirmed, ...typed }) => {
              const values = shown
                .map(({ name, quantity, money }) => {
                  const value = Number(typed[name]);
                  return { name, quantity, value: money ? toMinor(value, page.currency) : value };
                })
                .filter(
                  ({ name, quantity, value }) =>
                    inShown(value, quantity).toFixed(3) !== inShown(crop[name] as number, quantity).toFixed(3),
                )
                .map(({ name, value }) => ({ name, value }));
              const dense = typed.dense as BedStage[];
              const isSpaced = JSON.stringify(dense) !== JSON.stringify(denseOf(crop));
              const isCared = JSON.stringify(typed.care) !== JSON.stringify(careOf(crop));
              const rows = typed.rest as ReturnType<typeof restRows>;
              const isRested = JSON.stringify(rows) !== JSON.stringify(restRows(crop));
              const rest = rows.map((r) => ({
                ...r,
                fromMonth: Number(r.fromMonth),
                untilMonth: Number(r.untilMonth),
              }));
              const care = { ...(isCared ? { care: typed.care } : {}), ...(isRested ? { rest } : {}) };
              if (values.length === 0 && (isSpaced || isCared || isRested))
                values.push({ name: 'finalDays', value: crop.finalDays });
              const body = { code: crop.code, version, values, dense, ...care };
              return send<Said>('setup.crop@1', { entryKey, confirmed, ...body });
            }}
            onDone={(v) => onSaid([v.words, ...(v.lines ?? [])].join(' '))}
            beside={<Beside crop={crop} version={version} onSaid={onSaid} />}
          />
        ) : (
          <Text as="p" quiet>
            {say`A manager changes these numbers.`}
          </Text>
        )}
      </SheetBody>
    </Sheet>
  );
}
