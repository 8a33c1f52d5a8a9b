'use client';
import { say } from '../../../core/words/words';
import { useState } from 'react';
import { rotationArithmetic, type Rotation } from '../../../core/stocking/rotation';
import { formatMass, formatNumber, formatTankSize, formatTemperature } from '../../../core/quantity/units';
import { plannedWaterC } from '../../../core/water/plannedTemperature';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import type { PlannerPage } from './plannerQuery';
import { Row, Rows, Sheet, SheetBody, Text } from '../../../ui/kit/kit';

/** The steady state of a staged rotation, by arithmetic: what one harvest every so many weeks asks for. */
export function RotationSheet({ page }: { page: PlannerPage }) {
  const [result, setResult] = useState<Rotation | null>(null);
  const { facts } = page;
  const able = facts.species.filter((s) => s.marketG && !s.retiredOn);
  const loops = facts.loops.filter((l) => l.kind !== 'bench');
  const fields: FormField[] = [
    {
      name: 'species',
      label: say`Species`,
      kind: 'select',
      options: able.map((s) => [s.code, s.name]),
      start: able[0]?.code ?? '',
    },
    {
      name: 'loop',
      label: say`Loop`,
      kind: 'select',
      options: loops.map((l) => [l.id, `${l.name}, ${formatTemperature(plannedWaterC(l, page.today), page.units)}`]),
      start: loops[0]?.id ?? '',
    },
    { name: 'startG', label: say`Fingerling`, kind: 'quantity', quantity: 'smallMass', start: 10 },
    {
      name: 'harvestG',
      label: say`Harvested at`,
      kind: 'quantity',
      quantity: 'smallMass',
      start: able[0]?.marketG?.[0] ?? 400,
    },
    { name: 'everyWeeks', label: say`A harvest every so many weeks`, kind: 'number', start: 6 },
    { name: 'harvest', label: say`At each harvest`, kind: 'quantity', quantity: 'mass', start: 120_000 },
    { name: 'survival', label: say`Survive to harvest, %`, kind: 'number', start: 92 },
  ];
  const work = async (v: Record<string, unknown>) => {
    const species = facts.species.find((s) => s.code === v.species)!;
    const loop = facts.loops.find((l) => l.id === v.loop)!;
    try {
      const value = rotationArithmetic({
        species,
        waterTempC: plannedWaterC(loop, page.today),
        startG: Number(v.startG),
        harvestG: Number(v.harvestG),
        everyWeeks: Number(v.everyWeeks),
        kgPerHarvest: Number(v.harvest) / 1000,
        survival: Number(v.survival) / 100,
        densityKgM3: species.densityMaxKgM3,
      });
      return { ok: true as const, value };
    } catch (error) {
      return { ok: false as const, fields: { form: [(error as Error).message] } };
    }
  };
  const meanAndMost = (meanKg: number, mostKg: number) =>
    say`${formatMass(meanKg * 1000, page.units)} on average, ${formatMass(mostKg * 1000, page.units)} at the most`;
  const lines: [string, string][] = result
    ? [
        [say`from fingerling to harvest`, say`${formatNumber(result.growDays)} days`],
        [say`cohorts alive at once`, formatNumber(result.cohortsAlive)],
        [say`stock each time`, say`${formatNumber(result.stockPerCohort)} fish`],
        [say`fingerlings a year`, formatNumber(result.fingerlingsPerYear)],
        [say`fish in the water`, meanAndMost(result.standingMeanKg, result.standingPeakKg)],
        [say`feed a day`, meanAndMost(result.feedMeanKgPerDay, result.feedPeakKgPerDay)],
        [
          say`water at the species’ limit, at the most`,
          say`${formatTankSize(result.totalVolumeL, page.units)}, of it ${formatTankSize(result.harvestVolumeL, page.units)} for the cohort next to harvest`,
        ],
      ]
    : [];
  return (
    <Sheet as="details">
      <Row as="summary" strong>
        {say`Rotation by arithmetic: what a steady harvest asks for`}
      </Row>
      <SheetBody columns>
        <ActionForm fields={fields} units={page.units} submit={say`Work it out`} send={work} onDone={setResult} />
        {result ? (
          <Rows data-testid="rotation">
            {lines.map(([what, value]) => (
              <Row key={what}>
                {what}{' '}
                <Text as="strong" mono>
                  {value}
                </Text>
              </Row>
            ))}
          </Rows>
        ) : (
          <Text as="p" quiet small data-working>
            {say`Cohorts alive = days to harvest ÷ days between harvests, rounded up; fish to stock = kg ÷ size ÷ survival.`}
          </Text>
        )}
      </SheetBody>
    </Sheet>
  );
}
