'use client';
import { asItWas, LEAST_BATCHES, withLearned, type Learned } from '../../core/crops/learned';
import type { Crop } from '../../core/library/types';
import { formatMass, formatNumber, type UnitChoice } from '../../core/quantity/units';
import { monthName, shortDay } from '../../core/quantity/sayDay';
import { plural, say } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm } from '../../ui/form/ActionForm';
import { Empty, Mark, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import { LightCell, LightHeadCell, LightRow, LightTable } from '../../ui/kit/Table';
import { ScrollTable } from '../../ui/table/ScrollTable';
import type { Said } from './useAct';

interface LearnedSheetProps {
  crop: Crop;
  version: number;
  learned: Learned | null;
  today: string;
  units: UnitChoice;
  mayChange: boolean;
  onSaid: (words: string) => void;
}

const share = (value: number) => `${formatNumber(value * 100)} %`;

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
                {say`Beds, plan and market reckon with your batches since ${shortDay(crop.learned.on)}; back then there were ${formatNumber(crop.learned.batches)}.`}
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
                submit={crop.learned ? say`Back to the recipe` : say`Reckon with these`}
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
  const rows: [name: string, recipe: string, own: string, from: number][] = [
    ...(learned.cameUp
      ? ([[say`comes up`, share(recipe.germination), share(learned.cameUp.share), learned.cameUp.batches]] as [
          string,
          string,
          string,
          number,
        ][])
      : []),
    [say`into beds, of the seeds`, share(learned.raisedExpected), share(learned.raised), learned.batches],
    crop.unit === 'kg'
      ? [say`yield of a plant`, formatMass(recipe.yieldG, units), formatMass(own.yieldG, units), learned.batches]
      : [say`lives in the bed`, share(recipe.finalSurvival), share(own.finalSurvival), learned.batches],
    ...learned.daysByMonth.map((m): [string, string, string, number] => [
      say`days to the first pick, ${monthName(m.month + 1)}`,
      formatNumber(m.expected),
      formatNumber(m.days),
      m.batches,
    ]),
  ];
  return (
    <ScrollTable label={say`What your own batches say of ${crop.name}`} maxHeight={300}>
      <LightTable>
        <thead>
          <LightRow>
            <LightHeadCell>{say`Value`}</LightHeadCell>
            <LightHeadCell right>{say`Recipe`}</LightHeadCell>
            <LightHeadCell right>{say`Yours`}</LightHeadCell>
            <LightHeadCell right>{say`Batches`}</LightHeadCell>
          </LightRow>
        </thead>
        <tbody>
          {rows.map(([name, before, now, from]) => (
            <LightRow key={name}>
              <LightCell>{name}</LightCell>
              <LightCell num>{before}</LightCell>
              <LightCell num strong={from >= LEAST_BATCHES}>
                {now}
              </LightCell>
              <LightCell num>{formatNumber(from)}</LightCell>
            </LightRow>
          ))}
        </tbody>
      </LightTable>
    </ScrollTable>
  );
}
