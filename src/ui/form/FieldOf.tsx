'use client';
import dynamic from 'next/dynamic';
import type { UseFormReturn } from 'react-hook-form';
import type { FieldSpec } from '../../core/tasks/form';
import type { UnitChoice } from '../../core/quantity/units';
import { OwnPlace } from './OwnPlace';
import { RecordField } from './RecordField';

/** Comes with the first form that has rows. */
const RowsEditor = dynamic(() => import('./RowsEditor').then((m) => m.RowsEditor));

interface FieldOfProps {
  field: FieldSpec;
  form: UseFormReturn<Record<string, string>>;
  units: UnitChoice;
}

/** A field of a form, be it one input or a short table. */
export function FieldOf(props: FieldOfProps) {
  if (props.field.kind !== 'rows') return <RecordField {...props} />;
  return (
    <OwnPlace>
      <RowsEditor {...props} />
    </OwnPlace>
  );
}
