'use client';
import { useState } from 'react';
import { RULES, USUAL_RULES, type PlanningRules } from '../../core/setup/carries/rules';
import { formatNumber, toShown, unitName, type UnitChoice } from '../../core/quantity/units';
import { say, told } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { WaterWay } from '../../ui/draw/WaterWay';
import { FollowsRows } from '../../ui/FollowsRows';
import { Columns, Empty, Mark, PageHead, Sheet, SheetBody, SheetHead, Stack, Text } from '../../ui/kit/kit';
import { FarmNav } from './FarmNav';
import type { CarriesPage } from './queries';
import type { Said } from './useAct';

const NAMES = Object.keys(RULES) as (keyof PlanningRules)[];

/** A rule as it is read: what has a unit of its own in the reader's. */
const shown = (name: keyof PlanningRules, value: number, units: UnitChoice) => {
  const { quantity } = RULES[name];
  return quantity ? `${formatNumber(toShown(quantity, value, units), 1)} ${unitName(quantity, units)}` : value;
};

const fieldsOf = (rules: PlanningRules, units: UnitChoice): FormField[] =>
  NAMES.map((name) => ({
    ...{ name, label: RULES[name].label, start: rules[name] },
    ...(RULES[name].quantity ? { kind: 'quantity', quantity: RULES[name].quantity } : { kind: 'number' }),
    help:
      rules[name] === USUAL_RULES[name]
        ? told(RULES[name].source)
        : say`Your own; the default is ${shown(name, USUAL_RULES[name], units)}. ${told(RULES[name].source)}`,
  }));

/** What the farm as it stands carries: the figures of the set-up, kept up with every change, and the rules behind them. */
export function CarriesRoom({ page }: { page: CarriesPage }) {
  const [said, setSaid] = useState<string | null>(null);
  return (
    <Stack>
      <FarmNav here="/farm/carries" suffix="" />
      <PageHead>
        <h1>{say`What it carries`}</h1>
        <Text
          quiet
        >{say`full tanks, full beds: what follows from what is there now; press a figure for its reason`}</Text>
      </PageHead>
      {said && (
        <Mark tone="good" role="status">
          {said}
        </Mark>
      )}
      <Columns>
        <Sheet aria-label={say`What follows from it`}>
          {page.rows.length === 0 && (
            <Empty>{say`Add tanks and beds on Loops and places: what they carry is worked out here.`}</Empty>
          )}
          <FollowsRows rows={page.rows} />
        </Sheet>
        <Stack>
          {page.ways.some((w) => w.nodes.length > 1) && (
            <Sheet aria-label={say`The water’s way`}>
              <SheetHead>
                <h2>{say`The water’s way`}</h2>
              </SheetHead>
              <SheetBody stack>
                {page.ways
                  .filter((w) => w.nodes.length > 1)
                  .map((w) => (
                    <div key={w.loop}>
                      <Text as="p" strong small>
                        {w.loop}
                      </Text>
                      <WaterWay nodes={w.nodes} />
                    </div>
                  ))}
              </SheetBody>
            </Sheet>
          )}
          <Sheet aria-label={say`Planning rules`}>
            <SheetHead>
              <h2>{say`Planning rules`}</h2>
              <Text quiet>{say`rules of thumb; set your own where you know better`}</Text>
            </SheetHead>
            <SheetBody>
              {page.mayChange ? (
                <ActionForm
                  key={page.version}
                  about="planning rules"
                  fields={fieldsOf(page.rules, page.units)}
                  units={page.units}
                  submit={say`Keep`}
                  send={(values) => send<Said>('setup.planning@1', { ...values, version: page.version })}
                  onDone={(v) => setSaid(v.words)}
                />
              ) : (
                NAMES.map((name) => (
                  <Text as="p" key={name}>
                    {`${told(RULES[name].label)}: ${shown(name, page.rules[name], page.units)}`}
                  </Text>
                ))
              )}
            </SheetBody>
          </Sheet>
        </Stack>
      </Columns>
    </Stack>
  );
}
