'use client';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { FarmDescription, PersonPart } from '../../core/setup/description';
import { adviceOn } from '../../core/setup/advice';
import { say, word, told } from '../../core/words/words';
import { Buttons, Empty, Mark, Row, Rows, Sheet, SheetBody, SheetHead, Text } from '../../ui/kit/kit';
import type { Change } from './useDescription';
import css from './setup.module.css';

const ROLES: [PersonPart['role'], string][] = [
  ['hand', word`a hand: round, log line, picking`],
  ['office', word`the office: orders, packing, money`],
  ['manager', word`a manager: everything`],
];

interface PeopleStepProps {
  d: FarmDescription;
  change: Change;
  faults: Record<string, string>;
}

/** Who works here, and what still stands against opening the farm. */
export function PeopleStep({ d, change, faults }: PeopleStepProps) {
  const set = (i: number, part: Partial<PersonPart>) =>
    change((was) => ({ ...was, people: was.people.map((p, k) => (k === i ? { ...p, ...part } : p)) }));
  const add = () => change((was) => ({ ...was, people: [...was.people, { name: '', role: 'hand' }] }));
  const stands = Object.values(faults);
  return (
    <>
      <Sheet>
        <SheetHead>
          <h2>{say`People`}</h2>
          <Text quiet>{say`each gets a link to choose a sign-in name and a password`}</Text>
        </SheetHead>
        {d.people.length === 0 && <Empty>{say`Nobody but you yet. People can be invited any time on Farm.`}</Empty>}
        {d.people.map((p, i) => (
          <SheetBody key={i} className={css.person}>
            <TextField label={say`Name`} value={p.name} onChange={(e) => set(i, { name: e.target.value })} />
            <TextField
              select
              label={say`Works as`}
              value={p.role}
              onChange={(e) => set(i, { role: e.target.value as PersonPart['role'] })}
            >
              {ROLES.map(([role, words]) => (
                <MenuItem key={role} value={role}>
                  {told(words)}
                </MenuItem>
              ))}
            </TextField>
            <Button
              color="error"
              onClick={() => change((was) => ({ ...was, people: was.people.filter((_, k) => k !== i) }))}
              aria-label={say`Take out ${p.name || say`person ${i + 1}`}`}
            >
              {say`Take out`}
            </Button>
          </SheetBody>
        ))}
        <SheetBody>
          <Buttons>
            <Button variant="outlined" onClick={add}>
              {say`Add someone`}
            </Button>
          </Buttons>
        </SheetBody>
      </Sheet>
      <Sheet>
        <SheetHead>
          <h2>{say`Before it opens`}</h2>
        </SheetHead>
        {stands.length === 0 && adviceOn(d).length === 0 && <Empty>{say`Nothing stands against it.`}</Empty>}
        <Rows>
          {stands.map((words) => (
            <Row key={words}>
              <Mark tone="danger">{words}</Mark>
            </Row>
          ))}
          {adviceOn(d).map((a) => (
            <Row key={a.key}>
              <Mark tone="soon">{a.words}</Mark>
            </Row>
          ))}
        </Rows>
      </Sheet>
    </>
  );
}
