'use client';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { shortDay } from '../../core/quantity/sayDay';
import type { UnitChoice } from '../../core/quantity/units';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { ScrollTable } from '../../ui/table/ScrollTable';
import { writeOffGoods } from './actions';
import type { ColdLot } from './queries';

/** What lies packed, the soonest to be used first; what is past its day is said and can be written off. */
export function ColdRoom({ lots, units }: { lots: readonly ColdLot[]; units: UnitChoice }) {
  const [open, setOpen] = useState<ColdLot | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  if (lots.length === 0) return <p className="empty">The cold room is empty.</p>;
  return (
    <>
      {said && (
        <p className="mark good small" role="status">
          {said}
        </p>
      )}
      <ScrollTable label="Cold room" maxHeight={320}>
        <table className="plain">
          <thead>
            <tr>
              <th>Lot</th>
              <th className="right">There</th>
              <th>Use by</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {lots.map((lot) => (
              <tr key={lot.lotId}>
                <td>
                  {lot.product}
                  <div className="mono small quiet">{lot.lotCode}</div>
                </td>
                <td className="num">{lot.words}</td>
                <td className={lot.past ? 'danger strong' : undefined}>
                  {shortDay(lot.useBy)}
                  {lot.past && ', past'}
                  <div className="small quiet">packed {shortDay(lot.packedOn)}</div>
                </td>
                <td className="right">
                  <Button size="small" onClick={() => setOpen(lot)} aria-label={`Write off ${lot.lotCode}`}>
                    Write off
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </ScrollTable>
      {open && (
        <Dialog open onClose={() => setOpen(null)} fullWidth maxWidth="xs">
          <DialogTitle>
            Write off {open.lotCode}, {open.product}
          </DialogTitle>
          <DialogContent>
            <ActionForm
              fields={fieldsOf(open)}
              units={units}
              submit="Write off"
              send={(values) => writeOffGoods({ ...values, lotId: open.lotId })}
              onDone={(words) => {
                setSaid(words);
                setOpen(null);
              }}
              caution="It goes to compost and counts for no order any more."
              beside={<Button onClick={() => setOpen(null)}>Cancel</Button>}
            />
          </DialogContent>
        </Dialog>
      )}
    </>
  );
}

function fieldsOf(lot: ColdLot): FormField[] {
  const amount: FormField =
    lot.unit === 'kg'
      ? { name: 'quantity', label: 'Quantity', kind: 'quantity', quantity: 'mass', start: lot.quantity }
      : { name: 'quantity', label: 'Pieces', kind: 'count', start: lot.quantity };
  return [amount, { name: 'reason', label: 'Why', kind: 'text', start: lot.past ? 'past its use-by' : '' }];
}
