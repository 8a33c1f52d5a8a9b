'use client';
import { plural, say, word } from '../../core/words/words';
import { useEffect, useEffectEvent, useMemo, useState, useTransition } from 'react';
import type { BoardHandle } from '../../core/plan/board';
import { mergeChange, type PlanChange } from '../../core/plan/changes';
import { groupsOf, type Compared } from '../../core/plan/outlook';
import { addDays } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { useEntryKey } from '../../ui/form/useEntryKey';
import { newEntryKey } from '../../ui/outcome';
import { SaidBar } from '../../ui/SaidBar';
import { discardDraft, keep, layAside } from './actions';
import { Board } from './Board';
import type { SeasonPage } from './queries';
import { DraftSheet, KEEP_BUTTON } from './DraftSheet';
import { readZoom, SeasonSide, writeZoom, ZOOMS, zoomBy } from './SeasonSide';
import { SideBySide } from './SideBySide';
import { rememberDraft, rememberedDraft, type UnkeptDraft } from './unkeptDraft';
import { NOT_LOADED, useOutlook } from './useOutlook';
import { PageHead, Text, type Tone } from '../../ui/kit/kit';
import css from './season.module.css';
import { useAddress } from '../../ui/shell/useAddress';
import { codeWords } from '../../core/words/codes';

/** What is on the board and not laid aside yet, in the comparison. */
const ON_BOARD = 'board';
const NO_CONNECTION = word`No connection: the draft is still on the board. Press again when it is back.`;

/** One time board for fish, balance, beds and supply. What is slid is a draft until it is kept. */
export function SeasonStation({ page }: { page: SeasonPage }) {
  const [changes, setChanges] = useState<PlanChange[]>(page.opened?.changes ?? []);
  const [opened, setOpened] = useState(page.opened);
  const [name, setName] = useState(page.opened?.name ?? '');
  const [said, setSaid] = useState<{ tone: Tone; words: string } | null>(null);
  const [entryKey, answered] = useEntryKey();
  const [pending, start] = useTransition();
  const [zoom, setZoom] = useAddress('near', readZoom, writeZoom);
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
    setSaid({ tone: 'attention', words: say`Your draft from before is on the board again.` });
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
      words: say`${handle.lotCode} cannot go earlier than ${shortDay(addDays(page.today, handle.at + shift))}: its first step would fall before today.`,
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
        return setSaid({ tone: 'danger', words: Object.values(outcome.fields)[0]?.[0] ?? say`Not laid aside.` });
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
      if (!outcome.ok)
        return setSaid({ tone: 'danger', words: Object.values(outcome.fields)[0]?.[0] ?? say`Not kept.` });
      setSaid({ tone: 'good', words: outcome.value });
      setOpened(null);
      setChanges([]);
    });
  const describe = () => {
    if (opened) return opened.name;
    const first = changes[0];
    if (!first || first.change !== 'shift') return say`Draft`;
    const handle = page.board.handles.find((h) => h.groupId === first.groupId);
    const days = Math.abs(first.days);
    const what = handle ? `${codeWords(handle.kind)} ${handle.lotCode}` : say`plan`;
    const long = plural(days, '# day', '# days');
    return first.days < 0 ? say`${what} ${long} earlier` : say`${what} ${long} later`;
  };
  const mayKeep = page.person.role === 'manager';
  const list = answer?.consequences ?? [];
  const open = changes.length > 0 || refused !== null;
  return (
    <div data-drag-ms={Math.round(lastMs)}>
      <PageHead>
        <h1>{say`Season`}</h1>
        <Text quiet small>
          {say`${shortDay(addDays(page.today, page.from))} to ${shortDay(addDays(page.today, page.from + page.days))} · grab a ring, a diamond or a square and slide it`}
        </Text>
      </PageHead>
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
      <div className={css.page}>
        <Board
          key={opened?.id ?? 'kept'}
          page={page}
          board={board}
          changes={changes}
          onSlide={slide}
          onBlocked={blocked}
          zoom={ZOOMS[zoom]}
          onPinch={(step) => setZoom(zoomBy(zoom, step))}
          onDecide={() => document.getElementById(KEEP_BUTTON)?.focus()}
        />
        <SeasonSide
          page={page}
          zoom={zoom}
          onZoom={setZoom}
          onSideBySide={opened || changes.length > 0 ? null : holdSideBySide}
          pending={pending}
        >
          {open && (
            <DraftSheet
              called={describe()}
              name={name}
              consequences={list}
              refused={refused}
              said={said}
              mayKeep={mayKeep}
              blocked={pending || changes.length === 0 || refused !== null}
              pending={pending}
              others={page.drafts.some((d) => d.id !== opened?.id)}
              onName={setName}
              onKeep={keepDraft}
              onLayAside={setAside}
              onDiscard={discard}
              onSideBySide={holdSideBySide}
            />
          )}
        </SeasonSide>
      </div>
    </div>
  );
}
