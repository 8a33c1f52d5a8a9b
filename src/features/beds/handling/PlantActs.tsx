'use client';
import { useState } from 'react';
import { PLANT_LOSSES } from '../../../core/crops/losses';
import { findingFields, signOptions } from '../../../core/tasks/sources/scout';
import { formatNumber, type UnitChoice } from '../../../core/quantity/units';
import { plural, say, told } from '../../../core/words/words';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { Chips } from '../../../ui/form/Chips';
import { SheetBody } from '../../../ui/kit/kit';
import { plantActs, toldOf, type SaidOfPlants } from '../actions';
import type { BedChoice, PlantsShown } from './shown';
import { transplantFields } from './transplantFields';

interface PlantActsProps {
  plants: PlantsShown;
  beds: readonly BedChoice[];
  units: UnitChoice;
  onSaid: (said: SaidOfPlants) => void;
}

type Act = 'seed' | 'pick' | 'pack' | 'care' | 'space' | 'move' | 'lose' | 'note' | 'clear' | 'up' | 'transplant';

/** Everything that is done with plants of one lot in one place, planned or not. */
export function PlantActs({ plants, beds, units, onSaid }: PlantActsProps) {
  const [act, setAct] = useState<Act | null>(null);
  const acts: [Act, string][] = plants.onBench
    ? [
        ['up', say`Count what came up`],
        ...(plants.soldHere
          ? ([['pick', say`Pack`]] as [Act, string][])
          : ([['transplant', say`Transplant`]] as [Act, string][])),
        ...(plants.seedlings.length === 0 ? [] : ([['pack', say`Sell as seedlings`]] as [Act, string][])),
        ['lose', say`Lost`],
        ['note', say`Pest or sign`],
        ['clear', say`Clear`],
      ]
    : [
        ['pick', say`Pick`],
        ...(plants.care.length === 0 ? [] : ([['care', say`Care`]] as [Act, string][])),
        ...(plants.nextPerM2 === null ? [] : ([['space', say`Re-space`]] as [Act, string][])),
        ['move', say`Move`],
        ['lose', say`Lost`],
        ['note', say`Pest or sign`],
        ['seed', say`Save seed`],
        ['clear', say`Clear`],
      ];
  const chosen = act && formOf(act, plants, beds);
  return (
    <SheetBody stack>
      <Chips
        label={say`What to do with ${plants.lotCode} in ${plants.place}`}
        options={acts}
        chosen={act}
        onChoose={(key) => setAct(act === key ? null : key)}
      />
      {chosen && (
        <ActionForm
          key={act}
          about={`${act} ${plants.lotId} ${plants.placeId}`}
          fields={chosen.fields}
          units={units}
          submit={chosen.submit}
          caution={chosen.caution ?? null}
          send={(values) => chosen.send({ ...values, lotId: plants.lotId, placeId: plants.placeId })}
          onDone={(said, recordedKey) => {
            setAct(null);
            onSaid(toldOf(said, recordedKey));
          }}
        />
      )}
    </SheetBody>
  );
}

interface ActForm {
  fields: FormField[];
  submit: string;
  caution?: string;
  send: (values: Record<string, unknown>) => ReturnType<typeof plantActs.lose>;
}

const countOf = (label: string, start: number | ''): FormField => ({ name: 'count', label, kind: 'count', start });

function formOf(act: Act, plants: PlantsShown, beds: readonly BedChoice[]): ActForm {
  const forms: Record<Act, () => ActForm> = {
    pick: () => pickForm(plants),
    space: () => ({
      fields: [
        { ...countOf(say`Plants that stand at the new spacing`, plants.count), half: true },
        { name: 'lost', label: say`Did not make it`, kind: 'count', start: 0, half: true },
      ],
      submit: say`Re-spaced`,
      send: (v) => plantActs.moveOn({ ...v, toPlaceId: plants.placeId, stage: plants.stage + 1 }),
    }),
    move: () => ({
      fields: [whereTo(beds, plants.placeId), countOf(say`How many`, plants.count)],
      submit: say`Moved`,
      send: plantActs.moveOn,
    }),
    transplant: () => ({
      fields: [whereTo(beds, null), ...transplantFields()],
      submit: say`Transplanted`,
      caution: say`Wash hands; no fish water on edible leaves.`,
      send: plantActs.moveOn,
    }),
    care: () => ({
      fields: [
        { name: 'what', label: say`What was done`, kind: 'select', start: plants.care[0]![0], options: plants.care },
        { name: 'note', label: say`What was seen`, kind: 'text', optional: true, start: '' },
      ],
      submit: say`Done`,
      send: (v) => plantActs.care({ ...v, lotCode: plants.lotCode }),
    }),
    seed: () => ({
      fields: [countOf(say`Seeds saved`, '')],
      submit: say`Saved`,
      send: plantActs.saveSeed,
    }),
    pack: () => ({
      fields: [
        {
          ...{ name: 'productCode', label: say`Packed as`, kind: 'select', half: true },
          ...{ start: plants.seedlings[0]![0], options: plants.seedlings },
        },
        { name: 'trays', label: say`Trays packed`, kind: 'count', start: '', half: true },
      ],
      submit: say`Packed`,
      send: plantActs.packSeedlings,
    }),
    lose: () => ({
      fields: [
        { ...countOf(say`How many`, ''), half: true },
        {
          name: 'cause',
          label: say`Cause`,
          kind: 'select',
          half: true,
          start: 'other',
          options: Object.entries(PLANT_LOSSES).map(([code, words]): [string, string] => [code, told(words)]),
        },
      ],
      submit: say`Lost`,
      send: plantActs.lose,
    }),
    note: () => ({
      fields: [
        {
          ...{ name: 'what', label: say`What was found`, kind: 'select', start: '', options: signOptions() },
          help: say`Nothing is sprayed that harms fish; ask first.`,
        },
        ...findingFields(),
      ],
      submit: say`Noted`,
      send: (v) => plantActs.look({ ...v, howBad: Number(v.howBad) }),
    }),
    clear: () => ({
      fields: [],
      submit: plural(plants.count, 'Clear # plant', 'Clear # plants'),
      send: plantActs.clear,
    }),
    up: () => ({
      fields: [{ ...countOf(say`Came up, of ${formatNumber(plants.count)}`, '') }],
      submit: say`Counted`,
      send: plantActs.cameUp,
    }),
  };
  return forms[act]();
}

/** Weighing teaches what a head weighs here. */
export const weighedField = (): FormField => ({
  ...{ name: 'massG', label: say`Weighed together`, kind: 'quantity', quantity: 'mass' },
  ...{ optional: true, start: '' },
});

function pickForm(plants: PlantsShown): ActForm {
  const packAs: FormField[] =
    plants.packAs.length > 0
      ? [
          {
            name: 'productCode',
            label: say`Packed as`,
            kind: 'select',
            start: plants.packAs[0]![0],
            options: plants.packAs,
          },
        ]
      : [];
  const quantity: FormField = plants.byWeight
    ? { name: 'quantity', label: say`Picked and packed`, kind: 'quantity', quantity: 'mass', start: '' }
    : {
        name: 'quantity',
        label: plants.soldHere ? say`Trays packed` : say`Pieces picked and packed`,
        kind: 'count',
        start: '',
      };
  return {
    fields: [quantity, ...(plants.byWeight || plants.soldHere ? [] : [weighedField()]), ...packAs],
    submit: say`Picked`,
    caution: say`Clean hands and knives; fish and salad kept apart; chill within the hour.`,
    send: plantActs.pick,
  };
}

function whereTo(beds: readonly BedChoice[], not: string | null): FormField {
  return {
    name: 'toPlaceId',
    label: say`To`,
    kind: 'select',
    start: '',
    options: beds
      .filter((b) => b.id !== not)
      .map((b): [string, string] => [
        b.id,
        [
          b.code,
          b.free === null ? null : say`${formatNumber(Math.max(0, b.free))} places free`,
          b.suits ? null : say`not by its recipe`,
        ]
          .filter(Boolean)
          .join(' · '),
      ]),
  };
}
