import type { PlanChange } from '../../core/plan/changes';
import type { NamedDraft } from '../../core/plan/outlook';

/** What lies on the board and is neither kept nor laid aside, on this device: it outlives a reload and a lost connection. */
export interface UnkeptDraft {
  /** Its slides; what else an opened draft changes is laid aside with it. */
  changes: PlanChange[];
  name: string;
  /** The draft laid aside that was slid on; null: none. */
  draftId: string | null;
}

const keyOf = (personId: string) => `season-draft-${personId}`;

const slidesOf = (changes: readonly PlanChange[]) => changes.filter((c) => c.change === 'shift');

/** @param opened the draft that is on the board; what was not slid on is not remembered: it lies aside as it is */
export function rememberDraft(personId: string, draft: UnkeptDraft, opened: NamedDraft | null) {
  const slides = slidesOf(draft.changes);
  const asLaid = opened && JSON.stringify(slidesOf(opened.changes)) === JSON.stringify(slides);
  try {
    if (slides.length === 0 || asLaid) localStorage.removeItem(keyOf(personId));
    else localStorage.setItem(keyOf(personId), JSON.stringify({ ...draft, changes: slides }));
  } catch {
    // A device that stores nothing still drafts: the draft then ends with the page.
  }
}

/** The draft as it was, less what the plan does not have any more. Null: none, or of another draft than the one that is open. */
export function rememberedDraft(
  personId: string,
  opened: NamedDraft | null,
  handles: readonly { groupId: string }[],
): UnkeptDraft | null {
  const added = opened?.changes.flatMap((c) => (c.change === 'add' ? c.steps.map((s) => s.groupId) : [])) ?? [];
  const groups = new Set([...handles.map((h) => h.groupId), ...added]);
  try {
    const draft = JSON.parse(localStorage.getItem(keyOf(personId)) ?? 'null') as UnkeptDraft | null;
    if (!draft || (draft.draftId ?? null) !== (opened?.id ?? null)) return null;
    const changes = (draft.changes ?? []).filter(
      (c) => c.change === 'shift' && groups.has(c.groupId) && Number.isInteger(c.days),
    );
    return changes.length > 0 ? { changes, name: String(draft.name ?? ''), draftId: draft.draftId ?? null } : null;
  } catch {
    return null;
  }
}
