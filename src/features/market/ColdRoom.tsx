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
import { ScrollTable } from '../../ui/table/ScrollTable';
import { writeOffGoods } from './actions';
import { MakeDialog } from './MakeDialog';
import type { ColdLot } from './queries';
import { Empty, Mark, Text } from '../../ui/kit/kit';
import { LightCell, LightHeadCell, LightRow, LightTable } from '../../ui/kit/Table';

/** What lies packed, the soonest to be used first; what is past its day is said and can be written off. */
export function ColdRoom({ lots, units }: { lots: readonly ColdLot[]; units: UnitChoice }) {
  const [open, setOpen] = useState<ColdLot | null>(null);
  const [making, setMaking] = useState<ColdLot | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  if (lots.length === 0) return <Empty>{say`The cold room is empty.`}</Empty>;
  return (
    <>
      {said && (
        <Mark as="p" tone="good" small role="status">
          {said}
        </Mark>
      )}
      <ScrollTable label={say`Cold room`} maxHeight={320}>
        <LightTable>
          <thead>
            <LightRow>
              <LightHeadCell>{say`Lot`}</LightHeadCell>
              <LightHeadCell right>{say`There`}</LightHeadCell>
              <LightHeadCell>{say`Use by`}</LightHeadCell>
              <LightHeadCell />
            </LightRow>
          </thead>
          <tbody>
            {lots.map((lot) => (
              <ColdLine key={lot.lotId} lot={lot} setOpen={setOpen} setMaking={setMaking} />
            ))}
          </tbody>
        </LightTable>
      </ScrollTable>
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

interface ColdLineProps {
  lot: ColdLot;
  setOpen: (lot: ColdLot | null) => void;
  setMaking: (lot: ColdLot | null) => void;
}

function ColdLine({ lot, setOpen, setMaking }: ColdLineProps) {
  const mayWrite = use(MayWrite);
  return (
    <LightRow>
      <LightCell>
        {lot.product}
        <Text as="div" mono small quiet>
          {lot.lotCode}
        </Text>
      </LightCell>
      <LightCell num>{lot.words}</LightCell>
      <LightCell sort={lot.useBy} strong={lot.past} tone={lot.past ? 'danger' : null}>
        {shortDay(lot.useBy)}
        {lot.past && say`, past`}
        <Text as="div" small quiet>
          {say`packed ${shortDay(lot.packedOn)}`}
        </Text>
      </LightCell>
      <LightCell right>
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
      </LightCell>
    </LightRow>
  );
}

function fieldsOf(lot: ColdLot): FormField[] {
  const amount: FormField =
    lot.unit === 'kg'
      ? { name: 'quantity', label: say`Quantity`, kind: 'quantity', quantity: 'mass', start: lot.quantity }
      : { name: 'quantity', label: say`Pieces`, kind: 'count', start: lot.quantity };
  return [amount, { name: 'reason', label: say`Why`, kind: 'text', start: lot.past ? say`past its use-by` : '' }];
}
