import type { FieldSpec } from '../../ui/form/RecordField';
import type { Outcome } from '../../ui/outcome';
import * as actions from './actions';
import type { RoundJob } from './queries';

export interface JobField extends FieldSpec {
  /** What the field starts with, in stored units. */
  start?: string | number;
}

export interface JobForm {
  fields: JobField[];
  submit: string;
  /** Turns stored values into what the action takes. */
  send: (values: Record<string, unknown>) => Promise<Outcome<string>>;
  /** The same entry as a log line, so that people learn it. */
  logLine?: (values: Record<string, unknown>) => string;
}

const DEAD: JobField = { name: 'dead', label: 'Died on the way', kind: 'count', start: 0 };

/** What each kind of job asks for. Nothing that is known is typed again. */
export function jobForm(job: RoundJob): JobForm {
  const stepId = job.stepId ?? '';
  const step = (action: (raw: unknown) => Promise<Outcome<string>>) => (values: Record<string, unknown>) =>
    action({ ...values, stepId });
  const { count, massG, litres, saltG } = job.expected;
  const countField = (label: string): JobField => ({ name: 'count', label, kind: 'count', start: count ?? '' });
  const weight = (label: string): JobField => ({
    name: 'massG',
    label,
    kind: 'quantity',
    quantity: 'mass',
    start: massG ?? '',
  });
  switch (job.kind) {
    case 'feed':
      return {
        fields: [
          { ...weight('Feed given today, all feedings'), help: 'As computed; change it if you gave less.' },
          { ...weight('Held back'), name: 'withheldG', start: '', optional: true },
          { ...weight('Of it farm-grown: insects, duckweed'), name: 'farmGrownG', start: '', optional: true },
          {
            name: 'response',
            label: 'How they ate',
            kind: 'choice',
            start: 'eager',
            options: [
              ['eager', 'eager'],
              ['slow', 'slow'],
              ['none', 'did not eat'],
            ],
          },
        ],
        submit: 'Fed',
        send: (values) => actions.feed({ ...values, placeId: job.placeId }),
        logLine: (v) =>
          `${job.place} fed ${v.massG ?? '…'}${v.response === 'eager' || !v.response ? '' : ` ${v.response}`}`,
      };
    case 'reading':
      return {
        fields: [
          { name: 't', label: 'Temperature', kind: 'quantity', quantity: 'temperature', optional: true },
          { name: 'ph', label: 'pH', kind: 'number', optional: true },
          { name: 'do', label: 'Dissolved oxygen, mg/L', kind: 'number', optional: true },
        ],
        submit: 'Record the reading',
        send: (values) =>
          actions.takeReading({ ...values, loopId: job.key.split(':')[1], half: job.key.split(':')[3] }),
        logLine: (v) =>
          `${job.loopCode}${v.t === undefined ? '' : ` t ${v.t}`}${v.ph === undefined ? '' : ` ph ${v.ph}`}${v.do === undefined ? '' : ` do ${v.do}`}`,
      };
    case 'sample':
      return {
        fields: [
          {
            name: 'weightsG',
            label: 'Weights, one fish each',
            kind: 'weights',
            quantity: 'smallMass',
            help: 'Numbers with spaces between; about 20 fish from all over the tank.',
          },
        ],
        submit: 'Record the sample',
        send: (values) => actions.weighSample({ ...values, key: job.key }),
        logLine: (v) => `${job.place} weigh ${(v.weightsG as number[] | undefined)?.join(' ') ?? '…'}`,
      };
    case 'observe':
      return {
        fields: [
          {
            name: 'state',
            label: 'How are they?',
            kind: 'choice',
            start: 'well',
            options: [
              ['well', 'well'],
              ['off', 'off their feed or odd'],
              ['ill', 'ill'],
            ],
          },
          { name: 'words', label: 'What was seen', kind: 'text', start: '' },
        ],
        submit: 'Record the observation',
        send: (values) => actions.observe({ ...values, key: job.key }),
      };
    case 'feed_stop':
      return { fields: [], submit: 'Feed is stopped', send: step(actions.stopFeeding) };
    case 'purge':
      return {
        fields: [countField('Fish moved'), weight('Their weight together'), DEAD],
        submit: 'Moved',
        send: step(actions.moveToPurge),
        logLine: (v) => `deaths also by ${job.place} dead ${v.dead ?? 0}`,
      };
    case 'move':
      return {
        fields: [countField('Fish moved'), weight('Their weight together'), DEAD],
        submit: 'Moved',
        send: step(actions.moveFish),
      };
    case 'stock':
      return {
        fields: [
          countField('Fish delivered, dead ones too'),
          DEAD,
          { name: 'meanG', label: 'Mean weight of one fish', kind: 'quantity', quantity: 'smallMass' },
          { name: 'supplier', label: 'Hatchery', kind: 'text', optional: true },
          { name: 'permit', label: 'Permit and transport papers', kind: 'text', optional: true },
          { name: 'price', label: 'Paid for all of them', kind: 'number', optional: true },
        ],
        submit: 'Received',
        send: step(actions.stockFish),
      };
    case 'exchange':
      return {
        fields: [
          { name: 'litres', label: 'Water exchanged', kind: 'quantity', quantity: 'volume', start: litres ?? '' },
          { name: 'saltG', label: 'Salt put in', kind: 'quantity', quantity: 'mass', start: saltG ?? 0 },
        ],
        submit: 'Exchanged',
        send: step(actions.exchangePurgeWater),
      };
    case 'taste':
      return {
        fields: [
          {
            name: 'passed',
            label: 'How did it taste?',
            kind: 'choice',
            start: '',
            options: [
              ['true', 'clean'],
              ['false', 'muddy: not clean'],
            ],
          },
          { name: 'note', label: 'Note', kind: 'text', optional: true },
        ],
        submit: 'Record the taste',
        send: ({ passed, ...rest }) =>
          actions.tasteFish({ ...rest, stepId, passed: passed === '' ? undefined : passed === 'true' }),
      };
    case 'harvest':
      return {
        fields: [
          countField('Fish harvested'),
          weight('Their weight together, as weighed'),
          {
            name: 'trimG',
            label: 'Trimmed off and composted',
            kind: 'quantity',
            quantity: 'mass',
            start: 0,
            help: 'What is packed is the weight less this.',
          },
          { ...DEAD, label: 'Found dead, not for sale' },
          {
            name: 'overrideReason',
            label: 'Manager’s reason, only to override the gate',
            kind: 'text',
            optional: true,
          },
        ],
        submit: 'Harvested and packed',
        send: step(actions.harvestAndPack),
      };
    case 'sow':
      return { fields: [countField('Seeds sown')], submit: 'Sown', send: step(actions.sow) };
    case 'transplant':
      return {
        fields: [
          {
            ...countField('Plants that went into the bed'),
            help: 'What did not come up or is left over goes to compost in the record.',
          },
        ],
        submit: 'Transplanted',
        send: step(actions.transplantOut),
      };
    case 'pick':
      return job.expected.massG !== undefined
        ? {
            fields: [{ name: 'quantity', label: 'Picked and packed', kind: 'quantity', quantity: 'mass', start: '' }],
            submit: 'Picked',
            send: step(actions.pickAndPack),
            logLine: (v) => `${job.place} picked ${v.quantity ?? '…'}`,
          }
        : {
            fields: [{ name: 'quantity', label: 'Pieces picked and packed', kind: 'count', start: '' }],
            submit: 'Picked',
            send: step(actions.pickAndPack),
            logLine: (v) => `${job.place} picked ${v.quantity ?? '…'}`,
          };
    case 'clear':
      return { fields: [], submit: 'Cleared and clean', send: step(actions.clearPlanting) };
    case 'chore':
    case 'no_feed':
      return {
        fields: [{ name: 'note', label: 'Note', kind: 'text', optional: true }],
        submit: 'Done',
        send: (values) => actions.doChore({ ...values, choreId: job.key.split(':')[1] }),
      };
  }
}
