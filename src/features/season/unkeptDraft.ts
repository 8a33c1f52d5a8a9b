import type { PlanChange } from '../../core/plan/changes';

/** What lies on the board and is neither kept nor laid aside, on this device: it outlives a reload and a lost connection. */
export interface UnkeptDraft {
  changes: PlanChange[];
  name: string;
}

const keyOf = (personId: string) => `season-draft-${personId}`;

export function rememberDraft(personId: string, draft: UnkeptDraft) {
  try {
    if (draft.changes.length === 0) localStorage.removeItem(keyOf(personId));
    else localStorage.setItem(keyOf(personId), JSON.stringify(draft));
  } catch {
    // A device that stores nothing still drafts: the draft then ends with the page.
  }
}

/** The draft as it was, less what the plan does not have any more. Null: none. */
export function rememberedDraft(personId: string, groups: ReadonlySet<string>): UnkeptDraft | null {
  try {
    const draft = JSON.parse(localStorage.getItem(keyOf(personId)) ?? 'null') as UnkeptDraft | null;
    const changes = (draft?.changes ?? []).filter((c) => c.change === 'shift' && groups.has(c.groupId) && Number.isInteger(c.days)); // prettier-ignore
    return draft && changes.length > 0 ? { changes, name: String(draft.name ?? '') } : null;
  } catch {
    return null;
  }
}
