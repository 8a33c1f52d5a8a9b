'use client';
import { say } from '../../core/words/words';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { use, useState } from 'react';
import { shortDay } from '../../core/quantity/sayDay';
import type { UnitChoice } from '../../core/quantity/units';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { MayWrite } from '../../ui/shell/mayWrite';
import { writeOffGoods } from './actions';
import { MakeDialog } from './MakeDialog';
import type { ColdLot } from './queries';
import { Empty, Mark, Text } from '../../ui/kit/kit';
import type { Column } from '../../ui/table/columns';
import { plainQuantity } from '../../core/plan/consequences';
import { DataTable } from '../../ui/table/DataTable';

/** What lies packed, the soonest to be used first; what is past its day is said and can be written off. */
export function ColdRoom({ lots, units }: { lots: readonly ColdLot[]; units: UnitChoice }) {
  const [open, setOpen] = useState<ColdLot | null>(null);
  const [making, setMaking] = useState<ColdLot | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const mayWrite = use(MayWrite);
  if (lots.length === 0) return <Empty>{say`The cold room is empty.`}</Empty>;
  return (
    <>
      {said && (
        <Mark as="p" tone="good" small role="status">
          {said}
        </Mark>
      )}
      <DataTable
        label={say`Cold room`}
        maxHeight={320}
        rows={lots}
        rowKey={(lot) => lot.lotId}
        columns={coldColumns({ units, mayWrite, setOpen, setMaking })}
      />
      {making && (
        <MakeDialog
          lot={making}
          units={units}
          onDone={(words) => {
            setSaid(words);
            setMaking(null);
          }}
          onLeave={() => setMaking(null)}
        />
      )}
      {open && (
        <Dialog open onClose={() => setOpen(null)} fullWidth maxWidth="xs">
          <DialogTitle>{say`Write off ${open.lotCode}, ${open.product}`}</DialogTitle>
          <DialogContent>
            <ActionForm
              fields={fieldsOf(open)}
              units={units}
              submit={say`Write off`}
              send={(values) => writeOffGoods({ ...values, lotId: open.lotId })}
              onDone={(words) => {
                setSaid(words);
                setOpen(null);
              }}
              caution={say`It goes to compost and counts for no order any more.`}
              beside={<Button onClick={() => setOpen(null)}>{say`Cancel`}</Button>}
            />
          </DialogContent>
        </Dialog>
      )}
    </>
  );
}

interface ColdActs {
  units: UnitChoice;
  mayWrite: boolean;
  setOpen: (lot: ColdLot | null) => void;
  setMaking: (lot: ColdLot | null) => void;
}

function coldColumns({ units, mayWrite, setOpen, setMaking }: ColdActs): Column<ColdLot>[] {
  const there = (lot: ColdLot) => plainQuantity(lot.quantity, lot.unit, units);
  return [
    {
      head: say`Lot`,
      value: (lot) => lot.lotCode,
      cell: (lot) => (
        <>
          {lot.product}
          <Text as="div" mono small quiet>
            {lot.lotCode}
          </Text>
        </>
      ),
    },
    { head: say`Product`, value: (lot) => lot.product, only: 'file' },
    {
      head: say`There`,
      value: (lot) => there(lot).value,
      kind: 'number',
      look: { num: true },
      cell: (lot) => lot.words,
    },
    { head: say`Unit`, value: (lot) => there(lot).unit, only: 'file' },
    {
      head: say`Use by`,
      value: (lot) => lot.useBy,
      kind: 'day',
      look: (lot) => ({ strong: lot.past, tone: lot.past ? 'danger' : null }),
      cell: (lot) => (
        <>
          {shortDay(lot.useBy)}
          {lot.past && say`, past`}
          <Text as="div" small quiet>
            {say`packed ${shortDay(lot.packedOn)}`}
          </Text>
        </>
      ),
    },
    { head: say`Packed`, value: (lot) => lot.packedOn, kind: 'day', only: 'file' },
    {
      head: '',
      value: () => null,
      only: 'screen',
      look: { right: true },
      cell: (lot) => (
        <>
          {mayWrite && lot.into.length > 0 && !lot.past && (
            <Button size="small" onClick={() => setMaking(lot)} aria-label={say`Make something of ${lot.lotCode}`}>
              {say`Make…`}
            </Button>
          )}
          {mayWrite && (
            <Button size="small" onClick={() => setOpen(lot)} aria-label={say`Write off ${lot.lotCode}`}>
              {say`Write off`}
            </Button>
          )}
        </>
      ),
    },
  ];
}

function fieldsOf(lot: ColdLot): FormField[] {
  const amount: FormField =
    lot.unit === 'kg'
      ? { name: 'quantity', label: say`Quantity`, kind: 'quantity', quantity: 'mass', start: lot.quantity }
      : { name: 'quantity', label: say`Pieces`, kind: 'count', start: lot.quantity };
  return [amount, { name: 'reason', label: say`Why`, kind: 'text', start: lot.past ? say`past its use-by` : '' }];
}
