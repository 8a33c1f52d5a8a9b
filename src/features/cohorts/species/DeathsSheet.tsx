'use client';
import { Link } from '../../../ui/shell/visit';
import { send } from '../../../commands/client';
import { dailyDeaths, LEAST_DIED, LEAST_EXPECTED } from '../../../core/fish/deaths';
import type { Species } from '../../../core/library/types';
import { formatMass, formatNumber, type UnitChoice } from '../../../core/quantity/units';
import { say } from '../../../core/words/words';
import { ActionForm } from '../../../ui/form/ActionForm';
import { Mark, Sheet, SheetBody, SheetHead, Text } from '../../../ui/kit/kit';
import type { Said } from '../actions';
import type { DeathsShown } from './speciesQuery';

interface DeathsSheetProps {
  species: Species;
  version: number;
  deaths: DeathsShown;
  units: UnitChoice;
  mayChange: boolean;
  onSaid: (said: Said) => void;
}

const SIZES_G = [10, 100, 500];

/** How many die in the plan: as published by species and size, or as the farm's own books have it once someone says so. */
export function DeathsSheet({ species, version, deaths, units, mayChange, onSaid }: DeathsSheetProps) {
  const uses = species.deathsTimes !== undefined;
  const rates = SIZES_G.map(
    (g) => `${formatMass(g, units)} ${formatNumber(dailyDeaths(species, g) * 30 * 100, 2)} %`,
  ).join(' · ');
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Deaths`}</h2>
        <Text quiet small>{say`in 30 days, by size: ${rates}`}</Text>
      </SheetHead>
      <SheetBody stack>
        {uses && (
          <Mark tone="good">{say`Plan and market use your own death rate, ${formatNumber(species.deathsTimes!, 2)} times the published.`}</Mark>
        )}
        <Text as="p">
          {deaths.times === null
            ? say`Your books have ${formatNumber(deaths.died)} deaths in two years; by the published rate ${formatNumber(deaths.expected)} would be expected. From ${LEAST_EXPECTED} expected and ${LEAST_DIED} written down they say something; the published rate holds until then.`
            : say`Your books have ${formatNumber(deaths.died)} deaths in two years where ${formatNumber(deaths.expected)} are expected by the published rate: ${formatNumber(deaths.times, 2)} times as many.`}
        </Text>
        <Text as="p" small>
          <Link href="/sums?sum=daily-deaths">{say`How death rates are worked out, with sources`}</Link>
        </Text>
        {mayChange && (uses || deaths.times !== null) && (
          <ActionForm
            key={`${version}`}
            about={`deaths of ${species.code}`}
            fields={[]}
            units={units}
            submit={uses ? say`Back to the published rate` : say`Use your own`}
            send={(v) => send<Said>('setup.useDeaths@1', { ...v, code: species.code, version, use: !uses })}
            onDone={onSaid}
          />
        )}
      </SheetBody>
    </Sheet>
  );
}
