'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Link from 'next/link';
import { useEffect, useEffectEvent, useMemo, useState, useTransition } from 'react';
import type { BoardHandle } from '../../core/plan/board';
import { mergeChange, type PlanChange } from '../../core/plan/changes';
import { groupsOf, type Compared } from '../../core/plan/outlook';
import { addDays } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { formatNumber } from '../../core/quantity/units';
import { useEntryKey } from '../../ui/form/useEntryKey';
import { newEntryKey } from '../../ui/outcome';
import { SaidBar } from '../../ui/SaidBar';
import { Why } from '../../ui/Why';
import { discardDraft, keep, layAside } from './actions';
import { Board } from './Board';
import type { SeasonPage } from './queries';
import { SideBySide } from './SideBySide';
import { rememberDraft, rememberedDraft, type UnkeptDraft } from './unkeptDraft';
import { NOT_LOADED, useOutlook } from './useOutlook';
import { Mark, Rows, Sheet, SheetBody, SheetHead, Text, type Tone } from '../../ui/kit/kit';
import { ChipButton } from '../../ui/kit/Chip';
import css from './season.module.css';

const MOST_SHOWN = 8;
/** What is on the board and not laid aside yet, in the comparison. */
const ON_BOARD = 'board';
const NO_CONNECTION = 'No connection: the draft is still on the board. Press again when it is back.';

/** One time board for fish, balance, beds and supply. What is slid is a draft until it is kept. */
export function SeasonStation({ page }: { page: SeasonPage }) {
  const [changes, setChanges] = useState<PlanChange[]>(page.opened?.changes ?? []);
  const [opened, setOpened] = useState(page.opened);
  const [name, setName] = useState(page.opened?.name ?? '');
  const [said, setSaid] = useState<{ tone: Tone; words: string } | null>(null);
  const [entryKey, answered] = useEntryKey();
  const [pending, start] = useTransition();
  const [plans, setPlans] = useState<Compared[] | null>(null);
  const { answer, refused, ask, versions, compare, lastMs } = useOutlook(page);
  const board = useMemo(() => {
    if (!answer) return page.board;
    const recorded = {
      fish: page.board.fish.filter((s) => s.from < 0),
      plants: page.board.plants.filter((s) => s.until < 0),
    };
    return {
      ...answer.board,
      fish: [...recorded.fish, ...answer.board.fish],
      plants: [...recorded.plants, ...answer.board.plants],
    };
  }, [answer, page.board]);

  const slide = (groupId: string, days: number, final: boolean) => {
    const next = mergeChange(changes, { change: 'shift', groupId, days });
    ask(next);
    setSaid(null);
    if (!final) return;
    setChanges(next);
    // What was held side by side is no longer what is on the board.
    setPlans(null);
  };
  useEffect(() => {
    if (page.opened) ask(page.opened.changes);
  }, [page.opened, ask]);
  // What was slid before the page was left, or the connection lost, lies on the board again.
  const restore = useEffectEvent((draft: UnkeptDraft) => {
    const all = [...(opened?.changes.filter((c) => c.change !== 'shift') ?? []), ...draft.changes];
    setChanges(all);
    setName(draft.name);
    ask(all);
    setSaid({ tone: 'attention', words: 'Your draft from before is on the board again.' });
  });
  const leftBefore = useEffectEvent(() =>
    page.when === 'past' ? null : rememberedDraft(page.person.personId, page.opened, page.board.handles),
  );
  useEffect(() => {
    const draft = leftBefore();
    const later = setTimeout(() => draft && restore(draft));
    return () => clearTimeout(later);
  }, []);
  useEffect(() => {
    rememberDraft(page.person.personId, { changes, name, draftId: opened?.id ?? null }, opened);
  }, [opened, changes, name, page.person.personId]);
  const blocked = (handle: BoardHandle, shift: number) =>
    setSaid({
      tone: 'attention',
      words: `${handle.lotCode} cannot go earlier than ${shortDay(addDays(page.today, handle.at + shift))}: its first step would fall before today.`,
    });
  const clearBoard = () => {
    setOpened(null);
    setChanges([]);
    setName('');
    ask([]);
  };
  const letGo = (draftId: string) => start(async () => void (await discardDraft({ entryKey: newEntryKey(), draftId })));
  const discard = () => {
    if (opened) letGo(opened.id);
    clearBoard();
    setPlans(null);
  };
  const slides = () => changes.filter((c) => c.change === 'shift');
  const ofOpened = () => (opened ? { draftId: opened.id } : {});
  const setAside = () =>
    start(async () => {
      const draft = { entryKey, name: name.trim() || describe(), changes: slides(), ...ofOpened() };
      const outcome = await layAside(draft).catch(() => ({ ok: false as const, fields: { form: [NO_CONNECTION] } }));
      answered(outcome);
      if (!outcome.ok)
        return setSaid({ tone: 'danger', words: Object.values(outcome.fields)[0]?.[0] ?? 'Not laid aside.' });
      setSaid({ tone: 'good', words: outcome.value });
      clearBoard();
    });
  const boardId = opened?.id ?? ON_BOARD;
  const holdSideBySide = () =>
    start(async () => {
      const got = await compare(changes.length > 0 ? { id: boardId, name: name.trim() || describe(), changes } : null);
      if (!got) return setSaid({ tone: 'danger', words: NOT_LOADED });
      setPlans(got);
    });
  const keepDraft = () =>
    start(async () => {
      const base = await versions([...groupsOf(changes)]);
      if (!base) return setSaid({ tone: 'danger', words: NOT_LOADED });
      const outcome = await keep({ entryKey, name: name.trim() || describe(), changes: slides(), base, ...ofOpened() });
      answered(outcome);
      if (!outcome.ok) return setSaid({ tone: 'danger', words: Object.values(outcome.fields)[0]?.[0] ?? 'Not kept.' });
      setSaid({ tone: 'good', words: outcome.value });
      setOpened(null);
      setChanges([]);
    });
  const describe = () => {
    if (opened) return opened.name;
    const first = changes[0];
    if (!first || first.change !== 'shift') return 'Draft';
    const handle = page.board.handles.find((h) => h.groupId === first.groupId);
    const days = Math.abs(first.days);
    return `${handle ? `${handle.kind} ${handle.lotCode}` : 'plan'} ${days === 1 ? '1 day' : `${days} days`} ${first.days < 0 ? 'earlier' : 'later'}`;
  };
  const mayKeep = page.person.role === 'manager';
  const list = answer?.consequences ?? [];
  const open = changes.length > 0 || refused !== null;
  return (
    <div data-drag-ms={Math.round(lastMs)}>
      <div style={{ display: 'flex', gap: 12, alignItems: 'baseline', marginBottom: 8, flexWrap: 'wrap' }}>
        <h1>Season</h1>
        <Text quiet small>
          {shortDay(addDays(page.today, page.from))} to {shortDay(addDays(page.today, page.from + page.days))} · solid
          is recorded, hatched is forecast · grab a ring, a diamond or a square and slide it
        </Text>
      </div>
      {page.balance.length > 0 && (
        <Text as="p" small style={{ marginBottom: 8 }}>
          Feed for the plants today:{' '}
          {page.balance.map((b, i) => (
            <span key={b.loop}>
              {i > 0 && ' · '}
              {b.loop}{' '}
              <Text as="strong" mono>
                <Why because={b.because}>{formatNumber(b.gM2)} g/m²</Why>
              </Text>
              {b.low && <Text tone="attention"> plants go hungry</Text>}
              {b.high && <Text tone="attention"> more than they take up</Text>}
            </span>
          ))}
        </Text>
      )}
      {page.drafts.length > 0 && !opened && (
        <Text as="p" small style={{ marginBottom: 8 }}>
          Drafts laid aside:{' '}
          {page.drafts.map((d, i) => (
            <span key={d.id}>
              {i > 0 && ' · '}
              <Link href={`/season?draft=${d.id}`} prefetch={false}>
                {d.name}
              </Link>
            </span>
          ))}{' '}
          <ChipButton style={{ marginLeft: 8 }} onClick={holdSideBySide} disabled={pending}>
            Side by side
          </ChipButton>
        </Text>
      )}
      {plans && (
        <SideBySide
          plans={plans}
          boardId={changes.length > 0 ? boardId : null}
          mayDiscard={mayKeep}
          onDiscard={(id) => {
            letGo(id);
            setPlans(plans.filter((p) => p.id !== id));
          }}
          onClose={() => setPlans(null)}
        />
      )}
      <SaidBar said={open ? null : said} onClose={() => setSaid(null)} />
      <Board
        key={opened?.id ?? 'kept'}
        page={page}
        board={board}
        changes={changes}
        onSlide={slide}
        onBlocked={blocked}
      />
      {open && (
        <Sheet className={css.draftPanel} aria-label="Draft">
          <SheetHead>
            <h2>Draft: {describe()}</h2>
            <Text quiet small>
              {list.length === 0
                ? 'nothing else changes'
                : `${list.length} ${list.length === 1 ? 'consequence' : 'consequences'}`}
            </Text>
          </SheetHead>
          <SheetBody style={{ display: 'grid', gap: 10 }}>
            {refused && (
              <Mark as="p" tone="danger" role="alert">
                {refused}
              </Mark>
            )}
            {!plans && (
              <Rows
                style={{
                  display: 'grid',
                  gridTemplateColumns: 'repeat(auto-fit, minmax(300px, 1fr))',
                  gap: '6px 16px',
                  maxHeight: 150,
                  overflowY: 'auto',
                }}
                data-testid="consequences"
              >
                {list.slice(0, MOST_SHOWN * 2).map((c) => (
                  <Mark
                    key={c.words}
                    as="li"
                    tone={c.tone === 'worse' ? 'danger' : c.tone === 'better' ? 'good' : 'soon'}
                    style={{ borderBottom: 0 }}
                  >
                    {c.words}
                  </Mark>
                ))}
              </Rows>
            )}
            {said && (
              <Mark as="p" tone={said.tone} role={said.tone === 'danger' ? 'alert' : 'status'}>
                {said.words}
              </Mark>
            )}
            <div style={{ display: 'flex', gap: 8, flexWrap: 'wrap' }}>
              {mayKeep ? (
                <>
                  <TextField
                    label="Name of the draft"
                    value={name}
                    placeholder={describe()}
                    onChange={(e) => setName(e.target.value)}
                    sx={{ maxWidth: 320 }}
                    slotProps={{ htmlInput: { maxLength: 80 } }}
                  />
                  <Button
                    variant="contained"
                    onClick={keepDraft}
                    disabled={pending || changes.length === 0 || !!refused}
                  >
                    Keep draft
                  </Button>
                  <Button variant="outlined" onClick={setAside} disabled={pending || changes.length === 0 || !!refused}>
                    Lay aside
                  </Button>
                </>
              ) : (
                <Text quiet>Only a manager keeps drafts; try what you like.</Text>
              )}
              <Button variant="outlined" onClick={discard}>
                Discard
              </Button>
              {page.drafts.some((d) => d.id !== opened?.id) && (
                <Button variant="outlined" onClick={holdSideBySide} disabled={pending || changes.length === 0}>
                  Side by side
                </Button>
              )}
            </div>
          </SheetBody>
        </Sheet>
      )}
    </div>
  );
}
