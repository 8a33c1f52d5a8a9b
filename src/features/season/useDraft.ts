import { typist } from '../../ui/form/keptTyping';
import { plural, say, told, word } from '../../core/words/words';
import { useEffect, useEffectEvent, useMemo, useState, useTransition } from 'react';
import type { BoardHandle, BoardSeries } from '../../core/plan/board';
import { mergeChange, type PlanChange } from '../../core/plan/changes';
import { groupsOf, NamedDraft, WhatIf, type Compared } from '../../core/plan/outlook';
import { addDays } from '../../core/quantity/days';
import { shortDay } from '../../core/quantity/sayDay';
import { useEntryKey } from '../../ui/form/useEntryKey';
import { newEntryKey, Outcome, noConnection } from '../../ui/outcome';
import { discardDraft, keep, layAside } from './actions';
import type { SeasonPage } from './queries';
import { rememberDraft, rememberedDraft, type UnkeptDraft } from './unkeptDraft';
import { NOT_LOADED, useOutlook } from './useOutlook';
import { type Tone } from '../../ui/kit/kit';
import { codeWords } from '../../core/words/codes';

/** What is on the board and not laid aside yet, in the comparison. */
const ON_BOARD = 'board';
const NO_CONNECTION = word`No connection: the draft is still on the board. Press again when it is back.`;

/** The board as the draft leaves it; what was recorded stays as it is. */
function boardWith(page: SeasonPage, answer: WhatIf | null): BoardSeries {
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
}

/** What a draft nobody named is called: its first slide. */
function describe(page: SeasonPage, opened: NamedDraft | null, changes: readonly PlanChange[]): string {
  if (opened) return opened.name;
  const first = changes[0];
  if (!first || first.change !== 'shift') return say`Draft`;
  const handle = page.board.handles.find((h) => h.groupId === first.groupId);
  const days = Math.abs(first.days);
  const what = handle ? `${codeWords(handle.kind)} ${handle.lotCode}` : say`plan`;
  const long = plural(days, '# day', '# days');
  return first.days < 0 ? say`${what} ${long} earlier` : say`${what} ${long} later`;
}

type SaidOnBoard = { tone: Tone; words: string } | null;

/** What lies on the board: slid, opened, named, and answered by what it means. It outlives a reload. */
function useOnBoard(page: SeasonPage) {
  const [changes, setChanges] = useState<PlanChange[]>(page.opened?.changes ?? []);
  const [opened, setOpened] = useState(page.opened);
  const [name, setName] = useState(page.opened?.name ?? '');
  const [said, setSaid] = useState<SaidOnBoard>(null);
  const outlook = useOutlook(page);
  const { ask, answer } = outlook;
  const board = useMemo(() => boardWith(page, answer), [answer, page]);
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
  // Until what was left before is on the board, nothing is remembered anew: leaving meanwhile would lose it.
  const [lookedBack, setLookedBack] = useState(false);
  const [begunWith] = useState(changes);
  const inPast = page.when === 'past';
  const leftBefore = useEffectEvent(() => rememberedDraft(typist(), page.opened, page.board.handles));
  const lookBack = useEffectEvent((draft: UnkeptDraft | null) => {
    // What was slid meanwhile goes on top of it.
    const slid = changes === begunWith ? [] : changes;
    if (draft) restore({ ...draft, changes: slid.reduce((all, change) => mergeChange(all, change), draft.changes) });
    setLookedBack(true);
  });
  useEffect(() => {
    if (lookedBack || inPast) return;
    const draft = leftBefore();
    const soon = setTimeout(() => lookBack(draft));
    return () => clearTimeout(soon);
  }, [lookedBack, inPast]);
  useEffect(() => {
    if (lookedBack || changes !== begunWith)
      rememberDraft(typist(), { changes, name, draftId: opened?.id ?? null }, opened);
  }, [lookedBack, begunWith, opened, changes, name]);
  const clear = () => {
    setOpened(null);
    setChanges([]);
    setName('');
    ask([]);
  };
  const called = describe(page, opened, changes);
  return { ...outlook, board, changes, setChanges, opened, setOpened, name, setName, said, setSaid, clear, called };
}

/** What is done with a draft: kept, laid aside, discarded, held beside others. */
function useActs(on: ReturnType<typeof useOnBoard>) {
  const { changes, opened, name, setSaid, called } = on;
  const [entryKey, answered] = useEntryKey();
  const [pending, start] = useTransition();
  const [plans, setPlans] = useState<Compared[] | null>(null);
  const sent = () => ({
    entryKey,
    name: name.trim() || called,
    changes: changes.filter((c) => c.change === 'shift'),
    ...(opened ? { draftId: opened.id } : {}),
  });
  /** Says what was answered. @returns whether it was done */
  const heard = (outcome: Outcome<string>, not: string) => {
    answered(outcome);
    const words = outcome.ok ? outcome.value : (Object.values(outcome.fields)[0]?.[0] ?? not);
    setSaid({ tone: outcome.ok ? 'good' : 'danger', words });
    return outcome.ok;
  };
  const letGo = (draftId: string) =>
    start(async () => {
      const gone = await discardDraft({ entryKey: newEntryKey(), draftId }).catch(() => null);
      if (!gone) setSaid({ tone: 'danger', words: noConnection() });
    });
  const boardId = opened?.id ?? ON_BOARD;
  return {
    pending,
    boardId,
    plans,
    setPlans,
    letGo,
    discard: () => {
      if (opened) letGo(opened.id);
      on.clear();
      setPlans(null);
    },
    setAside: () =>
      start(async () => {
        const outcome = await layAside(sent()).catch(() => null);
        if (!outcome) return setSaid({ tone: 'danger', words: told(NO_CONNECTION) });
        if (heard(outcome, say`Not laid aside.`)) on.clear();
      }),
    holdSideBySide: () =>
      start(async () => {
        const got = await on.compare(changes.length > 0 ? { id: boardId, name: name.trim() || called, changes } : null);
        if (!got) return setSaid({ tone: 'danger', words: NOT_LOADED });
        setPlans(got);
      }),
    keepDraft: () =>
      start(async () => {
        const base = await on.versions([...groupsOf(changes)]);
        if (!base) return setSaid({ tone: 'danger', words: NOT_LOADED });
        const outcome = await keep({ ...sent(), base }).catch(() => null);
        if (!outcome) return setSaid({ tone: 'danger', words: told(NO_CONNECTION) });
        if (!heard(outcome, say`Not kept.`)) return;
        on.setOpened(null);
        on.setChanges([]);
      }),
  };
}

export function useDraft(page: SeasonPage) {
  const on = useOnBoard(page);
  const acts = useActs(on);
  const slide = (groupId: string, days: number, final: boolean) => {
    const next = mergeChange(on.changes, { change: 'shift', groupId, days });
    on.ask(next);
    on.setSaid(null);
    if (!final) return;
    on.setChanges(next);
    // What was held side by side is no longer what is on the board.
    acts.setPlans(null);
  };
  const blocked = (handle: BoardHandle, shift: number) =>
    on.setSaid({
      tone: 'attention',
      words: say`${handle.lotCode} cannot go earlier than ${shortDay(addDays(page.today, handle.at + shift))}: its first step would fall before today.`,
    });
  return { ...on, ...acts, slide, blocked };
}
