'use client';
import { capital, say, told, toldFormula } from '../../core/words/words';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { RuleBroken } from '../../core/errors';
import { formatNumber, toShown, unitName, type UnitChoice } from '../../core/quantity/units';
import { choicesOf } from '../../core/sums/library';
import { isChoice, type Sum, type SumInput, type SumResult, type SumValues } from '../../core/sums/sum';
import { SUMS, workOut } from '../../core/sums/sums';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import type { Outcome } from '../../ui/outcome';
import type { SumsPage } from './queries';
import { PageHead, Rows, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { codeWords } from '../../core/words/codes';
import { Waiting } from '../../ui/kit/Waiting';

const PickSum = dynamic(() => import('./PickSum').then((m) => m.PickSum), {
  ssr: false,
  loading: () => <Waiting height={64} />,
});

/** Every calculation of the app, to be tried with one's own numbers. */
export function SumsStation({ page: { units, chosen } }: { page: SumsPage }) {
  const current = SUMS.find((s) => s.name === chosen) ?? SUMS[0]!;
  return (
    <Stack>
      <PageHead as="header">
        <h1>{say`Sums`}</h1>
        <Text as="p" quiet>
          {say`Each calculation the app makes, with your own numbers and its working shown.`}
        </Text>
      </PageHead>
      <PickSum current={current} />
      <OneSum key={current.name} sum={current} units={units} />
    </Stack>
  );
}

function OneSum({ sum, units }: { sum: Sum; units: UnitChoice }) {
  const [result, setResult] = useState<SumResult | null>(null);
  const work = async (typed: Record<string, unknown>): Promise<Outcome<SumResult>> => {
    const given = Object.fromEntries(sum.inputs.map((f) => [f.name, typed[f.name]]));
    try {
      return { ok: true, value: workOut(sum.name, given as SumValues) };
    } catch (error) {
      if (!(error instanceof RuleBroken)) throw error;
      setResult(null);
      const field = sum.inputs.find((f) => f.name === error.field);
      const outside = field && !isChoice(field) && isOutside(given[field.name], field.range);
      return {
        ok: false,
        fields: { [field?.name ?? 'form']: [outside ? say`Outside ${sayRange(field, units)}.` : error.message] },
      };
    }
  };
  return (
    <Sheet data-testid="sum">
      <SheetHead>
        <h2>{told(sum.title)}</h2>
        <Text as="code" quiet small mono>
          {sum.name}
        </Text>
      </SheetHead>
      <SheetBody columns>
        <Stack>
          <p data-working>{capital(toldFormula(sum.formula))}.</p>
          <ActionForm
            fields={fieldsOf(sum, units)}
            units={units}
            submit={say`Work it out`}
            send={work}
            onDone={setResult}
          />
        </Stack>
        <Answer result={result} sum={sum} units={units} />
      </SheetBody>
    </Sheet>
  );
}

interface AnswerProps {
  result: SumResult | null;
  sum: Sum;
  units: UnitChoice;
}

function Answer({ result, sum, units }: AnswerProps) {
  return (
    <Stack>
      {result ? (
        <div role="status" data-testid="sum-result">
          <p>
            {capital(told(sum.result.words))}:{' '}
            <Text as="strong" mono>
              {sayResult(sum, result.value, units)}
            </Text>
          </p>
          <Rows as="ol">
            {result.working.map((line) => (
              <Text as="li" mono small key={line}>
                {line}
              </Text>
            ))}
          </Rows>
          {units.mass === 'us' && (
            <Text as="p" small quiet>
              {say`The working is in grams, litres and °C.`}
            </Text>
          )}
        </div>
      ) : (
        <Text as="p" quiet>
          {say`The answer and its working stand here once it is worked out.`}
        </Text>
      )}
      <Text as="p" small quiet>
        {say`Source: ${told(sum.source)}${sum.basis === 'published' ? '' : ` · ${codeWords(sum.basis)}`}`}
      </Text>
    </Stack>
  );
}

function fieldsOf(sum: Sum, units: UnitChoice): FormField[] {
  return sum.inputs.map((f): FormField => {
    if (isChoice(f))
      return { name: f.name, label: told(f.words), kind: 'select', options: choicesOf(f), start: f.start };
    const label = f.quantity || !f.unit ? told(f.words) : `${told(f.words)}, ${told(f.unit)}`;
    const help = sayRange(f, units) + (f.many ? say`, with spaces between` : '');
    if (f.many)
      return {
        name: f.name,
        label,
        kind: 'weights',
        rows: 1,
        quantity: f.quantity,
        start: [...(f.start as readonly number[])],
        help,
      };
    return {
      name: f.name,
      label,
      kind: f.quantity ? 'quantity' : 'number',
      quantity: f.quantity,
      start: f.start as number,
      half: true,
      help,
    };
  });
}

function isOutside(given: unknown, [low, high]: SumInput['range']): boolean {
  return [given].flat().some((v) => typeof v === 'number' && !(v >= low && v <= high));
}

function sayRange({ range, quantity, unit }: SumInput, units: UnitChoice): string {
  const shown = range.map((v) => plain(quantity ? toShown(quantity, v, units) : v));
  return say`${shown[0]} to ${shown[1]}${quantity ? ` ${unitName(quantity, units)}` : unit ? ` ${unit}` : ''}`;
}

/** As few digits as say the number. */
const plain = (value: number) => formatNumber(value, Math.abs(value) >= 10 || Number.isInteger(value) ? 0 : 2);

function sayResult({ result }: Sum, value: number, units: UnitChoice): string {
  const { quantity, digits, unit } = result;
  if (quantity)
    return `${formatNumber(toShown(quantity, value, units), quantity === 'mass' ? 2 : 1)} ${unitName(quantity, units)}`;
  return `${formatNumber(value, digits)}${unit ? ` ${told(unit)}` : ''}`;
}
