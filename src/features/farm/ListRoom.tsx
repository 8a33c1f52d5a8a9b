'use client';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { METRIC } from '../../core/quantity/units';
import { say } from '../../core/words/words';
import { send } from '../../commands/client';
import { ActionForm, type FormField } from '../../ui/form/ActionForm';
import { Columns, Empty, Mark, PageHead, Sheet, SheetBody, SheetHead, Stack, Text, WordButton } from '../../ui/kit/kit';
import { Comes } from '../../ui/kit/Comes';
import { FarmNav } from './FarmNav';
import { useAct, type Said } from './useAct';
import type { Column } from '../../ui/table/columns';
import { DataTable } from '../../ui/table/DataTable';

/** Something that is kept in versions. */
export interface Thing {
  id: string;
  version: number;
}

export interface ListRoomProps<T extends Thing> {
  here: string;
  title: string;
  says: string;
  /** Shown above the list. */
  notice?: ReactNode;
  /** What the list is called. */
  list: string;
  things: readonly T[];
  columns: readonly Column<T>[];
  nameOf: (thing: T) => string;
  /** Said where there are none. */
  empty: string;
  fields: (thing: T | null) => FormField[];
  /** What is sent, from what was typed. */
  bodyOf?: (values: Record<string, unknown>) => Record<string, unknown>;
  saveAct: string;
  retireAct: string;
  /** On the buttons. */
  words: { add: string; change: string; retire: string };
  mayChange: boolean;
  /** Under the form. */
  children?: ReactNode;
}

/** A room of a list and a form: what there is, one more, another wording, put away. */
export function ListRoom<T extends Thing>(props: ListRoomProps<T>) {
  const { here, title, says, notice, mayChange, words } = props;
  const [changing, setChanging] = useState<T | null>(null);
  // A form that was sent begins anew.
  const [kept, setKept] = useState(0);
  const { said, act, tell } = useAct();
  const done = (outcome: Said) => {
    tell([outcome.words, ...(outcome.lines ?? [])].join(' '));
    setChanging(null);
    setKept((n) => n + 1);
  };
  return (
    <Stack>
      <FarmNav here={here} suffix="" />
      <PageHead>
        <h1>{title}</h1>
        <Text quiet>{says}</Text>
      </PageHead>
      {said && (
        <Mark tone={said.ok ? 'good' : 'danger'} role="status">
          {said.words}
        </Mark>
      )}
      {notice}
      <Columns>
        <ThingsSheet
          {...props}
          onChange={setChanging}
          onRetire={(thing) => void act(props.retireAct, { id: thing.id, version: thing.version })}
        />
        <Stack>
          {mayChange && (
            <Brought by={changing?.id}>
              <Sheet>
                <SheetHead>
                  <h2>{changing ? `${words.change}: ${props.nameOf(changing)}` : words.add}</h2>
                </SheetHead>
                <SheetBody>
                  <ActionForm
                    key={`${changing?.id ?? 'new'}${kept}`}
                    about={changing?.id ?? `new ${here}`}
                    fields={props.fields(changing)}
                    units={METRIC}
                    submit={changing ? say`Keep` : words.add}
                    send={(values) =>
                      send<Said>(props.saveAct, {
                        ...(props.bodyOf?.(values) ?? values),
                        ...(changing ? { id: changing.id, version: changing.version } : {}),
                      })
                    }
                    onDone={done}
                    beside={changing && <Button onClick={() => setChanging(null)}>{say`Leave it`}</Button>}
                  />
                </SheetBody>
              </Sheet>
            </Brought>
          )}
          {props.children}
        </Stack>
      </Columns>
    </Stack>
  );
}

interface ThingsSheetProps<T extends Thing> extends ListRoomProps<T> {
  onChange: (thing: T) => void;
  onRetire: (thing: T) => void;
}

function ThingsSheet<T extends Thing>(props: ThingsSheetProps<T>) {
  const { list, things, columns, nameOf, empty, mayChange, words, onChange, onRetire } = props;
  const buttons: Column<T> = {
    head: '',
    value: () => null,
    only: 'screen',
    look: { nowrap: true },
    cell: (thing) => (
      <>
        <WordButton type="button" onClick={() => onChange(thing)} aria-label={`${words.change}: ${nameOf(thing)}`}>
          {say`change`}
        </WordButton>
        {' · '}
        <WordButton type="button" onClick={() => onRetire(thing)} aria-label={`${words.retire}: ${nameOf(thing)}`}>
          {words.retire}
        </WordButton>
      </>
    ),
  };
  return (
    <Sheet>
      <SheetHead>
        <h2>{list}</h2>
      </SheetHead>
      {things.length === 0 ? (
        <Empty>{empty}</Empty>
      ) : (
        <DataTable
          label={list}
          stack
          rows={things}
          rowKey={(thing) => thing.id}
          columns={mayChange ? [...columns, buttons] : columns}
        />
      )}
    </Sheet>
  );
}

/** The form to add stands there from the start; the one to change was asked for. */
function Brought({ by, children }: { by: string | undefined; children: ReactNode }) {
  return by ? <Comes key={by}>{children}</Comes> : children;
}
