'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { ago } from '../../../core/quantity/sayDay';
import { shortDay } from '../../../core/quantity/sayDay';
import { METRIC } from '../../../core/quantity/units';
import { codeWords } from '../../../core/words/codes';
import { say, word } from '../../../core/words/words';
import { send } from '../../../commands/client';
import { RowMenu } from '../../../ui/kit/RowMenu';
import { ActionForm, type FormField } from '../../../ui/form/ActionForm';
import { Cell, HeadCell, Table, TableBody, TableHead, TableRow } from '../../../ui/kit/Table';
import {
  Buttons,
  Columns,
  Empty,
  Mark,
  PageHead,
  Row,
  Rows,
  Sheet,
  SheetBody,
  SheetHead,
  Stack,
  Text,
  WordButton,
} from '../../../ui/kit/kit';
import { newEntryKey, type Outcome } from '../../../ui/outcome';
import { Comes } from '../../../ui/kit/Comes';
import { ScrollTable } from '../../../ui/table/ScrollTable';
import { FarmNav } from '../FarmNav';
import { useAct } from '../useAct';
import type { PeoplePage } from './queries';
import css from '../farm.module.css';

interface Said {
  words: string;
}
type Member = PeoplePage['members'][number];

const ROLE_OPTIONS: [string, string][] = [
  ['hand', word`hand`],
  ['office', word`office`],
  ['manager', word`manager`],
  ['visitor', word`visitor, reads and writes nothing`],
];

const INVITE_FIELDS: FormField[] = [
  { name: 'name', label: word`Name`, kind: 'text' },
  { name: 'role', label: word`Works as`, kind: 'select', options: ROLE_OPTIONS, start: 'hand', half: true },
  { name: 'visitsUntil', label: word`Visitor: until`, kind: 'day', optional: true, half: true },
];

/** The end of a link: made here, so that nobody but who sees it has it. */
const newToken = () => `${newEntryKey()}${newEntryKey()}`.replaceAll('-', '');
const linkOf = (token: string) => `${window.location.origin}/join/${token}`;

/** Who works here, who is asked in, and what each may do. */
export function PeopleRoom({ page }: { page: PeoplePage }) {
  const [link, setLink] = useState<{ name: string; url: string } | null>(null);
  const { said, act, tell } = useAct();
  const [changing, setChanging] = useState<Member | null>(null);
  const ask = async (values: Record<string, unknown>): Promise<Outcome<Said>> => {
    const token = newToken();
    const visitor = values.role === 'visitor';
    const outcome = await send<Said>('person.invite@1', {
      ...values,
      visitsUntil: visitor && values.visitsUntil ? values.visitsUntil : undefined,
      token,
    });
    if (outcome.ok) setLink({ name: String(values.name), url: linkOf(token) });
    return outcome;
  };
  const renew = async (id: string, name: string) => {
    const token = newToken();
    if (await act('person.renewInvite@1', { id, token })) setLink({ name, url: linkOf(token) });
  };
  return (
    <Stack>
      <FarmNav here="/farm/people" suffix="" />
      <PageHead>
        <h1>{say`People`}</h1>
      </PageHead>
      {said && (
        <Mark tone={said.ok ? 'good' : 'danger'} role="status">
          {said.words}
        </Mark>
      )}
      <Columns>
        <MembersSheet page={page} act={act} onChange={setChanging} />
        <Stack>
          {link && <LinkSheet {...link} />}
          {changing && (
            <Comes key={changing.id}>
              <ChangeSheet
                m={changing}
                onDone={(words) => {
                  tell(words);
                  setChanging(null);
                }}
                onLeave={() => setChanging(null)}
              />
            </Comes>
          )}
          {page.mayChange && (
            <Sheet>
              <SheetHead>
                <h2>{say`Ask someone in`}</h2>
              </SheetHead>
              <SheetBody>
                <ActionForm
                  fields={INVITE_FIELDS}
                  units={METRIC}
                  submit={say`Make a link`}
                  send={ask}
                  onDone={(v) => tell(v.words)}
                />
              </SheetBody>
            </Sheet>
          )}
          <InvitesSheet
            page={page}
            onRenew={(i) => void renew(i.id, i.name)}
            onWithdraw={(id) => void act('person.withdrawInvite@1', { id })}
          />
        </Stack>
      </Columns>
    </Stack>
  );
}

function LinkSheet({ name, url }: { name: string; url: string }) {
  const [copied, setCopied] = useState(false);
  const copy = () =>
    void navigator.clipboard?.writeText(url).then(
      () => setCopied(true),
      () => setCopied(false),
    );
  return (
    <Sheet aria-label={say`Link for ${name}`}>
      <SheetHead>
        <h2>{say`Link for ${name}`}</h2>
      </SheetHead>
      <SheetBody stack>
        <Text as="p" mono small data-testid="invite-link" className={css.link}>
          {url}
        </Text>
        <Text as="p" small quiet>
          {say`Give it to ${name} alone: whoever opens it first becomes that person. It is shown only now.`}
        </Text>
        <Buttons>
          <Button variant="outlined" onClick={copy}>
            {copied ? say`Copied` : say`Copy the link`}
          </Button>
        </Buttons>
      </SheetBody>
    </Sheet>
  );
}

interface MemberRowProps {
  m: Member;
  page: PeoplePage;
  act: (name: string, body: Record<string, unknown>) => Promise<boolean>;
  onChange: () => void;
}

function MemberRow({ m, page, act, onChange }: MemberRowProps) {
  const [asked, setAsked] = useState(false);
  const membership = (what: string) => act('person.membership@1', { personId: m.id, what });
  return (
    <TableRow gone={m.endedOn !== null}>
      <Cell strong>{m.name}</Cell>
      <Cell>
        {codeWords(m.role)}
        {m.visitsUntil && (
          <Text small quiet>
            {' '}
            {say`until ${shortDay(m.visitsUntil)}`}
          </Text>
        )}
        {m.skills && (
          <Text as="div" small quiet>
            {m.skills}
          </Text>
        )}
      </Cell>
      <Cell mono>{m.signInName}</Cell>
      <Cell>{m.contact ?? ''}</Cell>
      <Cell sort={m.seenAt?.toISOString()}>
        {m.endedOn
          ? say`left ${shortDay(m.endedOn)}`
          : m.seenAt
            ? say`signed in ${ago(m.seenAt, page.now)}`
            : say`never signed in`}
      </Cell>
      {page.mayChange && (
        <Cell nowrap>
          {m.endedOn ? (
            <WordButton type="button" onClick={() => void membership('again')}>
              {say`comes back`}
            </WordButton>
          ) : (
            <>
              <WordButton type="button" onClick={onChange} aria-label={say`Change ${m.name}`}>
                {say`change`}
              </WordButton>
              {m.id !== page.me &&
                (asked ? (
                  <>
                    {' · '}
                    <WordButton
                      type="button"
                      aria-label={say`${m.name} leaves`}
                      onClick={() => void membership('end').then(() => setAsked(false))}
                    >
                      {say`yes, leaves today`}
                    </WordButton>
                    {' · '}
                    <WordButton type="button" onClick={() => setAsked(false)}>
                      {say`stays`}
                    </WordButton>
                  </>
                ) : (
                  <RowMenu
                    label={say`More for ${m.name}`}
                    acts={[
                      { words: say`Sign out everywhere`, onChoose: () => void membership('signOut') },
                      { words: say`Leaves the farm…`, onChoose: () => setAsked(true) },
                    ]}
                  />
                ))}
            </>
          )}
        </Cell>
      )}
    </TableRow>
  );
}

interface ChangeSheetProps {
  m: Member;
  onDone: (words: string) => void;
  onLeave: () => void;
}

function ChangeSheet({ m, onDone, onLeave }: ChangeSheetProps) {
  const fields: FormField[] = [
    { name: 'name', label: word`Name`, kind: 'text', start: m.name },
    { name: 'role', label: word`Works as`, kind: 'select', options: ROLE_OPTIONS, start: m.role },
    { name: 'contact', label: word`Contact`, kind: 'text', optional: true, start: m.contact ?? '' },
    { name: 'skills', label: word`Skills`, kind: 'text', optional: true, start: m.skills ?? '' },
  ];
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Change ${m.name}`}</h2>
      </SheetHead>
      <SheetBody>
        <ActionForm
          about={m.id}
          fields={fields}
          units={METRIC}
          submit={say`Keep`}
          send={(values) => send<Said>('person.change@1', { ...values, personId: m.id })}
          onDone={(v) => onDone(v.words)}
          beside={<Button onClick={onLeave}>{say`Leave it`}</Button>}
        />
      </SheetBody>
    </Sheet>
  );
}

interface MembersSheetProps {
  page: PeoplePage;
  act: MemberRowProps['act'];
  onChange: (m: Member) => void;
}

function MembersSheet({ page, act, onChange }: MembersSheetProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Who works here`}</h2>
      </SheetHead>
      <ScrollTable label={say`People`}>
        <Table stack>
          <TableHead>
            <TableRow>
              <HeadCell>{say`Name`}</HeadCell>
              <HeadCell>{say`Works as`}</HeadCell>
              <HeadCell>{say`Sign-in name`}</HeadCell>
              <HeadCell>{say`Contact`}</HeadCell>
              <HeadCell>{say`Last here`}</HeadCell>
              {page.mayChange && <HeadCell> </HeadCell>}
            </TableRow>
          </TableHead>
          <TableBody>
            {page.members.map((m) => (
              <MemberRow key={m.id} m={m} page={page} act={act} onChange={() => onChange(m)} />
            ))}
          </TableBody>
        </Table>
      </ScrollTable>
    </Sheet>
  );
}

interface InvitesSheetProps {
  page: PeoplePage;
  onRenew: (invite: PeoplePage['invites'][number]) => void;
  onWithdraw: (id: string) => void;
}

function InvitesSheet({ page, onRenew, onWithdraw }: InvitesSheetProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Asked in`}</h2>
      </SheetHead>
      {page.invites.length === 0 && <Empty>{say`Nobody waits for a link.`}</Empty>}
      <Rows>
        {page.invites.map((i) => (
          <Row key={i.id}>
            {i.name}{' '}
            <Text quiet small>
              {say`${codeWords(i.role)} · link open until ${shortDay(i.endsAt.toISOString().slice(0, 10))}`}
            </Text>
            {page.mayChange && (
              <Buttons>
                <WordButton type="button" onClick={() => onRenew(i)}>
                  {say`new link`}
                </WordButton>
                <WordButton type="button" onClick={() => onWithdraw(i.id)}>
                  {say`withdraw`}
                </WordButton>
              </Buttons>
            )}
          </Row>
        ))}
      </Rows>
    </Sheet>
  );
}
