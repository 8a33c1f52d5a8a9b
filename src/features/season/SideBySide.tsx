'use client';
import Button from '@mui/material/Button';
import Link from 'next/link';
import type { Compared } from '../../core/plan/outlook';
import { OUTLOOK_WEEKS } from '../../core/plan/types';
import { Why } from '../../ui/Why';
import { ScrollTable } from '../../ui/table/ScrollTable';

interface SideBySideProps {
  plans: Compared[];
  /** The draft on the board, which has no address of its own yet. */
  boardId: string | null;
  mayDiscard: boolean;
  onDiscard: (id: string) => void;
  onClose: () => void;
}

/** The plan and every draft by the same measures; what is better or worse than the plan says so in words. */
export function SideBySide({ plans, boardId, mayDiscard, onDiscard, onClose }: SideBySideProps) {
  const [plan, ...drafts] = plans;
  return (
    <section className="sheet" style={{ marginBottom: 12 }} aria-label="Drafts side by side">
      <header>
        <h2>Side by side</h2>
        <span className="quiet small">each draft as if it alone were kept; nothing is changed by looking</span>
        <Button className="end" size="small" onClick={onClose}>
          Close
        </Button>
      </header>
      <ScrollTable label="Drafts by measure">
        <table className="plain sticky" style={{ minWidth: 100 + 130 * plans.length }}>
          <thead>
            <tr>
              <th scope="col">In the forecast</th>
              {plans.map((p) => (
                <th key={p.id ?? 'plan'} scope="col">
                  {p.id === null || p.id === boardId ? (
                    p.name
                  ) : (
                    <Link href={`/season?draft=${p.id}`} prefetch={false}>
                      {p.name}
                    </Link>
                  )}
                  {p.id === boardId && p.id !== null && <div className="small quiet">on the board</div>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {plan!.measures.map((row) => (
              <tr key={row.key}>
                <th scope="row" style={{ fontWeight: 400, verticalAlign: 'top' }}>
                  {row.label}
                </th>
                {plans.map((p) => (
                  <Cell key={p.id ?? 'plan'} was={row} plan={p} first={row === plan!.measures[0]} />
                ))}
              </tr>
            ))}
            {mayDiscard && drafts.some((d) => d.id !== boardId) && (
              <tr>
                <td colSpan={2} />
                {drafts.map((d) => (
                  <td key={d.id}>
                    {d.id !== boardId && (
                      <button type="button" className="chip" onClick={() => onDiscard(d.id!)}>
                        Discard {d.name}
                      </button>
                    )}
                  </td>
                ))}
              </tr>
            )}
          </tbody>
        </table>
      </ScrollTable>
      <p className="body small quiet">
        Deliveries are those of the next {OUTLOOK_WEEKS} weeks, all else is over the whole forecast. Plants go hungry on
        a day when the feed for each planted m² is under their loop’s band.
      </p>
    </section>
  );
}

function Cell({ was, plan, first }: { was: Compared['measures'][number]; plan: Compared; first: boolean }) {
  const now = plan.measures.find((m) => m.key === was.key);
  if (!now) return <td className="small attention">{first ? plan.refused : ''}</td>;
  const change = plan.id !== null && was.bad !== null && now.bad !== null ? now.bad - was.bad : 0;
  return (
    <td>
      <span className="mono strong">
        <Why because={now.because}>{now.words}</Why>
      </span>
      {change !== 0 && (
        <span className={`small ${change > 0 ? 'danger' : 'good'}`}>
          {' '}
          {change > 0 ? `${change} more` : `${-change} fewer`}
        </span>
      )}
      {now.detail && <div className="small quiet">{now.detail}</div>}
    </td>
  );
}
