'use client';
import { asItWas, LEAST_BATCHES, withLearned, type Learned } from '../../core/crops/learned';
import type { Crop } from '../../core/library/types';
import { formatNumber, type UnitChoice, unitName, toShown } from '../../core/quantity/units';
import { monthName, shortDay } from '../../core/quantity/sayDay';
import { plural, say } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm } from '../../ui/form/ActionForm';
import { Empty, Mark, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import type { Said } from './useAct';
import type { Column } from '../../ui/table/columns';
import { DataTable } from '../../ui/table/DataTable';

interface LearnedSheetProps {
  crop: Crop;
  version: number;
  learned: Learned | null;
  today: string;
  units: UnitChoice;
  mayChange: boolean;
  onSaid: (words: string) => void;
}

/** What the farm's own batches of a crop came to, beside its recipe; the farm reckons with it once someone says so. */
export function LearnedSheet({ crop, version, learned, today, units, mayChange, onSaid }: LearnedSheetProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`What your own batches say`}</h2>
        <Text quiet>
          {learned ? say`${plural(learned.batches, '# batch', '# batches')} of ${crop.name} in two years` : crop.name}
        </Text>
      </SheetHead>
      {!learned ? (
        <Empty>{say`Fewer than ${LEAST_BATCHES} batches were picked in two years: too few to say anything.`}</Empty>
      ) : (
        <>
          <Values crop={crop} learned={learned} today={today} units={units} />
          <SheetBody stack>
            {crop.learned && (
              <Mark tone="good">
                {say`Beds, plan and market follow your batches since ${shortDay(crop.learned.on)}; back then there were ${formatNumber(crop.learned.batches)}.`}
              </Mark>
            )}
            <Text as="p" small quiet>
              {say`A value is used from ${LEAST_BATCHES} batches on, a month from ${LEAST_BATCHES} batches of that month; everything else stays as the recipe has it.`}
            </Text>
            {mayChange && (
              <ActionForm
                key={`${version}`}
                about={`learned ${crop.code}`}
                fields={[]}
                units={units}
                submit={crop.learned ? say`Back to the recipe` : say`Use these`}
                send={(v) =>
                  send<Said>('setup.useLearned@1', { ...v, code: crop.code, version, use: crop.learned === undefined })
                }
                onDone={(v) => onSaid([v.words, ...(v.lines ?? [])].join(' '))}
              />
            )}
          </SheetBody>
        </>
      )}
    </Sheet>
  );
}

type ValuesProps = Pick<LearnedSheetProps, 'crop' | 'today' | 'units'> & { learned: Learned };

function Values({ crop, learned, today, units }: ValuesProps) {
  const recipe = asItWas(crop);
  const own = withLearned(crop, learned, today);
  const days = say`days`;
  const percent = (part: number) => part * 100;
  const rows: LearnedRow[] = [
    ...(learned.cameUp
      ? [
          {
            name: say`comes up`,
            recipe: percent(recipe.germination),
            own: percent(learned.cameUp.share),
            unit: '%',
            batches: learned.cameUp.batches,
          },
        ]
      : []),
    {
      name: say`into beds, of the seeds`,
      recipe: percent(learned.raisedExpected),
      own: percent(learned.raised),
      unit: '%',
      batches: learned.batches,
    },
    crop.unit === 'kg'
      ? {
          name: say`yield of a plant`,
          recipe: toShown('smallMass', recipe.yieldG, units),
          own: toShown('smallMass', own.yieldG, units),
          unit: unitName('smallMass', units),
          batches: learned.batches,
        }
      : {
          name: say`lives in the bed`,
          recipe: percent(recipe.finalSurvival),
          own: percent(own.finalSurvival),
          unit: '%',
          batches: learned.batches,
        },
    ...(learned.weighed
      ? [
          {
            name: say`a plant weighs`,
            recipe: toShown('smallMass', recipe.yieldG, units),
            own: toShown('smallMass', learned.weighed.eachG, units),
            unit: unitName('smallMass', units),
            batches: learned.weighed.batches,
          },
        ]
      : []),
    ...learned.daysByMonth.map((m) => ({
      name: say`days to the first pick, ${monthName(m.month + 1)}`,
      recipe: m.expected,
      own: m.days,
      unit: days,
      batches: m.batches,
    })),
  ];
  const said = (value: number, { unit }: LearnedRow) => `${formatNumber(value)} ${unit === days ? '' : unit}`.trim();
  const columns: Column<LearnedRow>[] = [
    { head: say`Value`, value: (r) => r.name },
    {
      head: say`Recipe`,
      value: (r) => r.recipe,
      kind: 'number',
      look: { num: true },
      cell: (r) => said(r.recipe, r),
    },
    {
      head: say`Yours`,
      value: (r) => r.own,
      kind: 'number',
      look: (r) => ({ num: true, strong: r.batches >= LEAST_BATCHES }),
      right: true,
      cell: (r) => said(r.own, r),
    },
    { head: say`Unit`, value: (r) => r.unit, only: 'file' },
    { head: say`Batches`, value: (r) => r.batches, kind: 'number', look: { num: true } },
  ];
  return (
    <DataTable
      label={say`What your own batches say of ${crop.name}`}
      maxHeight={300}
      rows={rows}
      rowKey={(r) => r.name}
      columns={columns}
    />
  );
}

/** A value of the recipe beside one's own, in its unit. */
interface LearnedRow {
  name: string;
  recipe: number;
  own: number;
  unit: string;
  batches: number;
}
