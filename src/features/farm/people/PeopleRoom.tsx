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
import { FarmNav } from '../FarmNav';
import { useAct } from '../useAct';
import type { PeoplePage } from './queries';
import css from '../farm.module.css';
import type { Column } from '../../../ui/table/columns';
import { DataTable } from '../../../ui/table/DataTable';

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
                <h2>{say`Invite someone`}</h2>
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

type ActOn = (name: string, body: Record<string, unknown>) => Promise<boolean>;

function memberColumns(page: PeoplePage, act: ActOn, onChange: (m: Member) => void): Column<Member>[] {
  const buttons: Column<Member> = {
    head: '',
    value: () => null,
    only: 'screen',
    look: { nowrap: true },
    cell: (m) => <MemberActs m={m} isMe={m.id === page.me} act={act} onChange={() => onChange(m)} />,
  };
  return [
    { head: say`Name`, value: (m) => m.name, look: { strong: true } },
    {
      head: say`Works as`,
      value: (m) => codeWords(m.role),
      cell: (m) => (
        <>
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
        </>
      ),
    },
    { head: say`Skills`, value: (m) => m.skills ?? null, only: 'file' },
    { head: say`Sign-in name`, value: (m) => m.signInName, look: { mono: true } },
    { head: say`Contact`, value: (m) => m.contact ?? null, cell: (m) => m.contact ?? '' },
    {
      head: say`Last here`,
      value: (m) => m.seenAt?.toISOString() ?? null,
      cell: (m) => {
        if (m.endedOn) return say`left ${shortDay(m.endedOn)}`;
        return m.seenAt ? say`signed in ${ago(m.seenAt, page.now)}` : say`never signed in`;
      },
    },
    { head: say`Left`, value: (m) => m.endedOn, kind: 'day', only: 'file' },
    ...(page.mayChange ? [buttons] : []),
  ];
}

interface MemberActsProps {
  m: Member;
  isMe: boolean;
  act: ActOn;
  onChange: () => void;
}

function MemberActs({ m, isMe, act, onChange }: MemberActsProps) {
  const [asked, setAsked] = useState(false);
  const membership = (what: string) => act('person.membership@1', { personId: m.id, what });
  if (m.endedOn)
    return (
      <WordButton type="button" onClick={() => void membership('again')}>
        {say`comes back`}
      </WordButton>
    );
  return (
    <>
      <WordButton type="button" onClick={onChange} aria-label={say`Change ${m.name}`}>
        {say`change`}
      </WordButton>
      {!isMe &&
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
  act: ActOn;
  onChange: (m: Member) => void;
}

function MembersSheet({ page, act, onChange }: MembersSheetProps) {
  return (
    <Sheet>
      <SheetHead>
        <h2>{say`Who works here`}</h2>
      </SheetHead>
      <DataTable
        label={say`People`}
        stack
        rows={page.members}
        rowKey={(m) => m.id}
        gone={(m) => m.endedOn !== null}
        columns={memberColumns(page, act, onChange)}
      />
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
        <h2>{say`Invited`}</h2>
      </SheetHead>
      {page.invites.length === 0 && <Empty>{say`No open invitations.`}</Empty>}
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
