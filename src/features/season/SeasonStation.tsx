'use client';
import { say } from '../../core/words/words';
import { addDays } from '../../core/quantity/days';
import { datedDay } from '../../core/quantity/sayDay';
import { SaidBar } from '../../ui/SaidBar';
import { Board } from './Board';
import type { SeasonPage } from './queries';
import { DraftSheet, KEEP_BUTTON } from './DraftSheet';
import { readZoom, SeasonSide, writeZoom, ZOOMS, zoomBy } from './SeasonSide';
import { SideBySide } from './SideBySide';
import { PageHead, Text } from '../../ui/kit/kit';
import css from './season.module.css';
import { useAddress } from '../../ui/shell/useAddress';

import { useDraft } from './useDraft';

/** One time board for fish, balance, beds and supply. What is slid is a draft until it is kept. */
/** A new plan is a new board: its drafts begin afresh. */
export function SeasonByPlan({ page }: { page: SeasonPage }) {
  return <SeasonStation key={`${page.today}|${page.from}|${page.stamp}|${page.opened?.id ?? ''}`} page={page} />;
}

function SeasonStation({ page }: { page: SeasonPage }) {
  const draft = useDraft(page);
  const { changes, opened, name, setName, said, setSaid, board, answer, refused, lastMs, called } = draft;
  const { plans, setPlans, boardId, pending, letGo, discard, setAside, holdSideBySide, keepDraft } = draft;
  const { slide, blocked } = draft;
  const [zoom, setZoom] = useAddress('near', readZoom, writeZoom);
  const mayKeep = page.person.role === 'manager';
  const list = answer?.consequences ?? [];
  const open = changes.length > 0 || refused !== null;
  return (
    <div data-drag-ms={Math.round(lastMs)}>
      <PageHead>
        <h1>{say`Season`}</h1>
        <Text quiet small>
          {say`${datedDay(addDays(page.today, page.from))} to ${datedDay(addDays(page.today, page.from + page.days))}, where the picture ends · slide a ring, a diamond or a square`}
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
              called={called}
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
